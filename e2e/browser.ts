import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import axe from 'axe-core'
import Database from 'better-sqlite3'
import type { Browser, ElementHandle, Page } from 'puppeteer-core'
import { inject } from 'vitest'
import { openBrowser } from '../test/chromium'

/** How long a page may take for anything: for what hangs, since a busy machine is slow. */
export const PATIENCE_MS = 180_000

/** A browser with a fresh profile, and a folder into which it saves files. */
export class Visit {
  private constructor(
    readonly browser: Browser,
    readonly downloads: string,
  ) {}

  static async start(): Promise<Visit> {
    const downloads = mkdtempSync(join(tmpdir(), 'libreta-saved-'))
    const browser = await openBrowser()
    return new Visit(browser, downloads)
  }

  /** Opens a path of the room; errors of the page fail the test that asks for them. */
  async open(path: string, width = 1280, height = 800): Promise<Page> {
    const page = await this.browser.newPage()
    await page.setViewport({ width, height })
    page.setDefaultTimeout(PATIENCE_MS)
    // a form with typed text asks before its page is left
    page.on('dialog', (d) => void d.accept().catch(() => {}))
    const session = await page.createCDPSession()
    await session.send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: this.downloads })
    await page.goto(inject('address') + path, { waitUntil: 'load' })
    await settled(page)
    return page
  }

  /** Waits for a saved file, and answers its path. */
  async saved(): Promise<string> {
    for (let i = 0; i < 1800; i++) {
      const name = readdirSync(this.downloads).find((n) => n.endsWith('.pdf'))
      if (name && existsSync(join(this.downloads, name))) return join(this.downloads, name)
      await new Promise((r) => setTimeout(r, 100))
    }
    throw new Error('no file was saved within three minutes')
  }

  /** Closes every page: a test that failed leaves none behind. */
  async closePages(): Promise<void> {
    for (const page of (await this.browser.pages()).slice(1)) await page.close().catch(() => {})
  }

  async end(): Promise<void> {
    await this.browser.close()
    rmSync(this.downloads, { recursive: true, force: true })
  }
}

/** React answers clicks and keys only once it has taken over the page, which it does after the frame around it. */
export async function settled(page: Page): Promise<void> {
  await page.waitForFunction(() => {
    const nodes = document.querySelectorAll('main button, main a, main input')
    return nodes.length === 0 || [...nodes].some((n) => Object.keys(n).some((k) => k.startsWith('__reactProps')))
  })
  await new Promise((resolve) => setTimeout(resolve, 100))
}

/** Goes to the room's search by its key: pressed again while the page is not listening yet. */
export async function slash(page: Page): Promise<void> {
  for (let tries = 0; tries < 600; tries++) {
    await page.keyboard.press('/')
    if (await page.evaluate(() => document.activeElement?.getAttribute('role') === 'combobox')) return
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error('the key / never reached the search')
}

/** Waits until keys are heard, and leaves the search again. */
export async function listening(page: Page): Promise<void> {
  await slash(page)
  await page.keyboard.press('Escape')
}

/** What is said of a thing that the page took away or made anew while it was looked for. */
const GONE = /detached|No node|not find node|context was destroyed|Cannot find context/i

/**
 * What a selector finds, once it stands still. A page that is read again by the room's news may make it anew meanwhile:
 * then what stands there now is looked for, for ten seconds in all.
 */
async function standing(page: Page, selector: string): Promise<ElementHandle<Element>> {
  const until = Date.now() + PATIENCE_MS
  for (;;) {
    try {
      const timeout = Math.max(1, until - Date.now())
      const found = await page.waitForSelector(selector, { visible: true, timeout })
      if (!found) throw new Error(`nothing is called ${selector}`)
      const still = await found.evaluate(async (e) => {
        e.scrollIntoView({ block: 'center' })
        const frame = (): Promise<unknown> => new Promise((r) => requestAnimationFrame(r))
        const where = (): string => JSON.stringify(e.getBoundingClientRect())
        // a dialog that is fading away, or a notice, lies over it for a moment
        const open = (): boolean => {
          const { left, top, width, height } = e.getBoundingClientRect()
          const hit = document.elementFromPoint(left + width / 2, top + height / 2)
          return hit !== null && (e.contains(hit) || hit.contains(e))
        }
        for (let still = 0, was = where(), i = 0; still < 3 && i < 300; i++) {
          await frame()
          const is = where()
          still = is === was && (open() || i > 120) ? still + 1 : 0
          was = is
        }
        const heard = (): void => e.setAttribute('data-heard', '')
        e.addEventListener('click', heard, { once: true, capture: true })
        return e.isConnected
      })
      if (still) return found
    } catch (error) {
      if (!GONE.test(String(error))) throw error
    }
    if (Date.now() > until) throw new Error(`${selector} does not stand still`)
  }
}

/** What is said of a thing that has no place to press any more. */
const NOT_PRESSED = /not clickable|detached|No node/i

/**
 * Presses what a selector finds. Where the page made it anew after it stood still and before it was pressed, nothing was
 * pressed yet: then what stands there now is.
 */
async function pressed(page: Page, selector: string, count: number): Promise<ElementHandle<Element>> {
  const until = Date.now() + PATIENCE_MS
  for (;;) {
    const found = await standing(page, selector)
    try {
      await found.click({ count })
      return found
    } catch (error) {
      if (!NOT_PRESSED.test(String(error)) || Date.now() > until) throw error
    }
  }
}

/** Clicks what a selector finds, once it stands still. @throws when the click came down on something else. */
export async function click(page: Page, selector: string, count = 1): Promise<void> {
  const found = await pressed(page, selector, count)
  const on = await found
    .evaluate((e) => {
      const heard = e.hasAttribute('data-heard')
      e.removeAttribute('data-heard')
      return heard
    })
    .catch(() => true)
  if (on) return
  const there = await found.evaluate((e) => {
    const { left, top, width, height } = e.getBoundingClientRect()
    const hit = document.elementFromPoint(left + width / 2, top + height / 2)
    const shut = e.matches(':disabled') ? ', which is shut' : ''
    return `${e.isConnected ? `at ${Math.round(left)}, ${Math.round(top)}${shut}` : 'gone from the page'}; there is ${hit?.outerHTML.slice(0, 160)}`
  })
  throw new Error(`the click meant for ${selector} (${there}) came down on something else`)
}

/** Clicks the first visible thing of a role with this text or name. */
export async function press(page: Page, name: string, role = 'button'): Promise<void> {
  await click(page, `aria/${name}[role="${role}"]`)
}

/** Does what stands behind the quiet menu of a thing. */
export async function fromMenu(page: Page, of: string, label: string): Promise<void> {
  await press(page, `More for ${of}`)
  await press(page, label, 'menuitem')
}

/** Waits until the page says this somewhere. */
export async function says(page: Page, text: string | RegExp, timeout = PATIENCE_MS): Promise<void> {
  const source = typeof text === 'string' ? text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&') : text.source
  try {
    await page.waitForFunction((s) => new RegExp(s).test(document.body.innerText), { timeout }, source)
  } catch {
    const there = await page.evaluate(() => {
      const dialogs = [...document.querySelectorAll<HTMLElement>('[role=dialog]')].map((d) => {
        const typed = [...d.querySelectorAll('textarea')].map((t) => `“${t.value}”`).join(' ')
        return `(dialog${d.querySelector('[data-loading]') ? ', busy' : ''}) ${d.innerText} ${typed}\n`
      })
      const asked = performance
        .getEntriesByType('resource')
        .filter((e) => e.name.includes('/api/'))
        .map((e) => `${new URL(e.name).pathname} ${Math.round(e.duration)} ms`)
      return `${dialogs.join('')}(asked) ${asked.slice(-5).join(', ')}\n${document.body.innerText.slice(0, 3000)}`
    })
    throw new Error(`the page never said ${text}; it says:\n${there}`)
  }
}

/** Chooses in a searchable list: opens it, types, takes the first that is offered. */
export async function choose(page: Page, label: string, text: string): Promise<void> {
  await click(page, `input[aria-label="${label}"]`)
  await page.keyboard.type(text)
  await offered(page)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
}

/** Waits until some list offers something: lists that are shut stay in the page. */
export async function offered(page: Page): Promise<void> {
  await page.waitForFunction(
    () => [...document.querySelectorAll<HTMLElement>('[role="option"]')].some((o) => o.offsetParent !== null),
    { timeout: PATIENCE_MS },
  )
}

/** One copy in the open dialog, whatever is still wanted. */
export async function oneCopy(page: Page): Promise<void> {
  await click(page, '[role=dialog] input[aria-label="Copies"]', 3)
  await page.keyboard.type('1')
}

/** Types at the end of a field's text. */
export async function append(page: Page, selector: string, text: string): Promise<void> {
  await page.focus(selector)
  await page.keyboard.press('End')
  await page.keyboard.type(text)
}

/** Which of axe's rules are asked: all of the levels that a screen keeps, or some by name. */
export type Rules = 'all' | readonly string[]

/** What axe finds wrong with a page as it is now, or with one part of it; each as a line. */
export async function axeHere(page: Page, rules: Rules = 'all', part = 'html'): Promise<readonly string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  return await page.evaluate(
    async (named, within) => {
      const runOnly =
        named === 'all'
          ? { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21aa'] }
          : { type: 'rule', values: [...named] }
      type Found = { id: string; nodes: { target: unknown; failureSummary?: string }[] }
      const { axe: there } = window as unknown as {
        axe: { run: (on: unknown, how: unknown) => Promise<{ violations: Found[]; passes: Found[] }> }
      }
      const { violations, passes } = await there.run(document.querySelector(within) ?? document, {
        runOnly,
        resultTypes: ['violations'],
      })
      if (violations.length + passes.length === 0) throw new Error(`axe looked at nothing within ${within}`)
      return violations.map(
        (v) =>
          `${v.id}: ${v.nodes
            .slice(0, 3)
            .map((n) => `${n.target} ${n.failureSummary?.split('\n')[1] ?? ''}`)
            .join(' | ')}`,
      )
    },
    rules,
    part,
  )
}

/** What can differ in the dark, and at the width of a phone; everything else is the same there. */
const IN_THE_DARK = ['color-contrast']
const NARROW = ['color-contrast', 'target-size']

/** Waits until nothing on a page fades or moves any more: axe sees a colour on its way as a colour. */
export async function still(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const frame = (): Promise<unknown> => new Promise((r) => requestAnimationFrame(r))
    await frame()
    await frame()
    const running = document.getAnimations().filter((a) => a.effect?.getComputedTiming().iterations !== Infinity)
    await Promise.allSettled(running.map((a) => a.finished))
  })
}

/** Everything that axe finds in the light, what the dark changes, and what a phone's width changes. */
export async function axeEverywhere(page: Page, part = 'html'): Promise<readonly string[]> {
  const look = async (where: string, scheme: 'light' | 'dark', width: number, rules: Rules) => {
    await page.setViewport({ width, height: width < 600 ? 780 : 800 })
    await page.evaluate((s) => document.documentElement.setAttribute('data-mantine-color-scheme', s), scheme)
    await still(page)
    return (await axeHere(page, rules, part)).map((line) => `${where}: ${line}`)
  }
  return [
    ...(await look('light', 'light', 1280, 'all')),
    ...(await look('dark', 'dark', 1280, IN_THE_DARK)),
    ...(await look('narrow', 'light', 390, NARROW)),
  ]
}

/** One value from the room's database, while it is open elsewhere. */
export function one<T>(sql: string, ...values: unknown[]): T {
  const db = new Database(join(inject('data'), 'libreta.db'), { readonly: true })
  try {
    return db
      .prepare(sql)
      .pluck()
      .get(...values) as T
  } finally {
    db.close()
  }
}
