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

// as text: a compiled function carries names that a page does not have
/** From now on the page writes down how long each of its frames took. */
export const WATCH_FRAMES = `
  window.frames_ = []
  let last = performance.now()
  requestAnimationFrame(function frame(now) {
    window.frames_.push(now - last)
    last = now
    requestAnimationFrame(frame)
  })`
