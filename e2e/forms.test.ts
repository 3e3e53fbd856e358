import type { Page } from 'puppeteer-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { click, fromMenu, one, press, says, Visit } from './browser'

let visit: Visit
beforeAll(async () => {
  visit = await Visit.start()
})
afterEach(() => visit.closePages())
afterAll(() => visit.end())

const noteOf = (name: string): string => one<string>('select note from people where name = ?', name)

/** Opens the form of one member on a page of its own. */
async function editing(name: string): Promise<Page> {
  const page = await visit.open(`/members?q=${encodeURIComponent(name)}`)
  await fromMenu(page, name, 'Edit')
  await page.waitForSelector('[role=dialog] textarea')
  return page
}

async function write(page: Page, text: string): Promise<void> {
  await page.bringToFront()
  await click(page, '[role=dialog] textarea', 3)
  await page.keyboard.type(text)
  await click(page, '[role=dialog] button[type=submit]')
}

const focused = (page: Page): Promise<string> =>
  page.evaluate(() => document.activeElement?.closest('[role=dialog]')?.querySelector(':focus')?.id ?? '')

describe('a form over what two people change', () => {
  it('the second sees what the first wrote, keeps what they typed, and nothing is overwritten until they say so', async () => {
    const name = one<string>("select name from people where role = 'member' and retired_at is null limit 1")
    const [first, second] = [await editing(name), await editing(name)]
    await write(first, 'key 14')
    await says(first, `${name} is saved.`)
    // the news reach the second page; its form is as it was opened
    await new Promise((r) => setTimeout(r, 1500))
    await write(second, 'has a locker')
    await says(second, 'There now: key 14')
    expect(noteOf(name)).toBe('key 14')
    expect(await second.$eval('[role=dialog] textarea', (t) => (t as HTMLTextAreaElement).value)).toBe('has a locker')
    await click(second, '[role=dialog] button[type=submit]')
    await says(second, `${name} is saved.`)
    expect(noteOf(name)).toBe('has a locker')
  })
  it('what is missing is said at its field, and the keyboard is there', async () => {
    const page = await visit.open('/members')
    await press(page, 'New member')
    await page.waitForSelector('[role=dialog] input')
    await page.keyboard.press('Enter')
    await says(page, 'A name is needed.')
    expect(await focused(page)).not.toBe('')
    await page.keyboard.type('Wendeline Aster')
    await page.keyboard.press('Enter')
    await says(page, 'Wendeline Aster is added.')
    expect(one<number>('select count(*) from people where name = ?', 'Wendeline Aster')).toBe(1)
  })
})

describe('the same picture in another size', () => {
  it('is taken once, however often the button is pressed', async () => {
    const page = await visit.open('/slips')
    const id = await page.evaluate(async (copied) => {
      const answer = await fetch('/api/do/slip.copy', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ id: copied }),
      })
      return (await answer.json()).value.id as string
    }, one<string>("select id from slips where title = 'Seed packets'"))
    const slip = await visit.open(`/slips/${id}`)
    await click(slip, 'section[aria-label=Sheet] button')
    await press(slip, 'This picture in another size too')
    await slip.waitForFunction(() => document.querySelectorAll('[role=dialog] tbody button').length > 1)
    await slip.evaluate(() => {
      const take = document.querySelector<HTMLButtonElement>('[role=dialog] tbody button')
      take?.click()
      take?.click()
    })
    await says(slip, /Print (?:all 2 in turn|the next, print 1)/)
    await slip.waitForFunction(() => document.querySelector('[role=dialog]') === null)
    const prints = (): number =>
      one<number>('select json_array_length(body, ?) from slips where id = ?', '$.prints', id)
    // it is saved a moment after the last change; a second print would be in the same save or in the next
    for (let i = 0; i < 50 && prints() < 2; i++) await new Promise((r) => setTimeout(r, 100))
    await new Promise((r) => setTimeout(r, 1000))
    expect(prints()).toBe(2)
  })
})
