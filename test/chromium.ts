import puppeteer, { type Browser } from 'puppeteer-core'

/** A real browser without anything that goes out by itself. */
export const openBrowser = (): Promise<Browser> =>
  puppeteer.launch({
    executablePath: process.env.LIBRETA_CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  })
