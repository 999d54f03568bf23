/**
 * reach: the main job (find a machine, open an episode, take a part out, put it back, write what was done, see it, stop) by keys alone, by
 * touch on a phone and on a tablet at bench size, on the smallest phone and at 400 % of a window of 1280 by 1024; targets that a finger
 * misses; and words that the glossary retired, on screen.
 */
import { readFileSync } from 'node:fs'
import path from 'node:path'
import type { Browser, Page } from '@playwright/test'
import { address, DemoServer, openBrowser } from './demo-server.ts'
import { failures, print } from './measure.ts'

const number = 'SW 2025.6'
const lines = ['took K2 out, into bag 4', 'K2 is back in', 'reseated the hammer card']
const stop = 'stop, plug is out; next: oil the feed'

/** What does the job: it counts its acts, and throws where a step cannot be done. */
interface Hand {
  readonly acts: number
  press(name: RegExp, role?: 'button' | 'link' | 'row'): Promise<void>
  fill(label: RegExp, text: string): Promise<void>
  /** Sends what was filled in. */
  send(name: RegExp): Promise<void>
}

/** Keys alone: an act is a key pressed, or something typed. */
class Keys implements Hand {
  acts = 0
  constructor(private readonly page: Page) {}

  private async key(key: string) {
    this.acts++
    await this.page.keyboard.press(key)
  }
  /** What has the focus, as it is read aloud. */
  private focused = () =>
    this.page.evaluate(() => {
      const e = document.activeElement
      if (!e || e === document.body) return ''
      const label =
        e instanceof HTMLInputElement ? [...(e.labels ?? [])].map((l) => l.textContent).join(' ') : ''
      return (e.getAttribute('aria-label') ?? (label || e.textContent)).trim()
    })
  private async to(name: RegExp) {
    for (let i = 0; i < 150; i++) {
      if (name.test(await this.focused())) return
      await this.key('Tab')
    }
    throw new Error(`no way to ${name} by Tab`)
  }
  async press(name: RegExp) {
    await this.to(name)
    await this.key('Enter')
  }
  async fill(label: RegExp, text: string) {
    await this.to(label)
    this.acts++
    await this.page.keyboard.insertText(text)
  }
  send = () => this.key('Enter')
}

/** A finger: an act is a tap, or something typed. Whatever is covered cannot be tapped. */
class Finger implements Hand {
  acts = 0
  constructor(private readonly page: Page) {}

  async press(name: RegExp, role: 'button' | 'link' | 'row' = 'button') {
    this.acts++
    const target =
      role === 'row'
        ? this.page.getByRole('row').filter({ hasText: name })
        : this.page.getByRole(role, { name })
    await target.first().tap({ timeout: 5000 })
  }
  async fill(label: RegExp, text: string) {
    this.acts++
    const box = this.page.getByLabel(label).first()
    await box.tap({ timeout: 5000 })
    await box.fill(text)
  }
  send = (name: RegExp) => this.press(name)
}

const here = (page: Page) => page.getByRole('combobox', { name: /^Write one line/ })

/** The job in steps; how many of them failed. */
async function job(page: Page, hand: Hand, touch: boolean): Promise<{ failed: string[]; acts: number }> {
  const failed: string[] = []
  const step = async (what: string, work: () => Promise<void>) => {
    if (failed.length === 0)
      await work().catch((error: unknown) => failed.push(`${what}: ${String(error).split('\n')[0] ?? ''}`))
  }
  await step('sign in', async () => {
    await page.goto(address)
    await hand.fill(/^E-mail address/, 'imke@example.org')
    await hand.fill(/^Password/, 'museum-workshop')
    await hand.send(/^Sign in$/)
    await page.getByRole('navigation', { name: 'Places' }).waitFor({ timeout: 5000 })
  })
  await step('find the machine', async () => {
    await hand.fill(/^Find a machine/, number)
    await page
      .getByRole('option', { name: new RegExp(number.replace('.', '\\.')) })
      .first()
      .waitFor({ timeout: 5000 })
    if (touch) await page.getByRole('option').first().tap()
    else {
      await page.keyboard.press('ArrowDown')
      await hand.send(/./)
    }
    await page.getByRole('region', { name: 'Rating plate' }).waitFor({ timeout: 5000 })
  })
  await step('open an episode', async () => {
    await hand.press(/^(Open an episode|Go on with episode)/)
    const title = page.getByLabel('What it is about')
    await title
      .or(here(page))
      .or(page.getByRole('button', { name: 'Go on', exact: true }))
      .first()
      .waitFor({ timeout: 5000 })
    if (await title.isVisible()) {
      await hand.fill(/^What it is about/, 'Reach')
      await hand.send(/^Open it$/)
    } else if (!(await here(page).isVisible())) await hand.press(/^Go on$/)
    await here(page).waitFor({ timeout: 5000 })
  })
  for (const line of [...lines, stop])
    await step(line, async () => {
      await hand.fill(/^Write one line/, line)
      await page.locator('#line-says').getByText('Enter writes it').waitFor({ timeout: 5000 })
      await hand.send(/^Write$/)
      await page.waitForFunction(
        () => document.querySelector<HTMLInputElement>('[role=combobox]')?.value === '',
        undefined,
        { timeout: 5000 },
      )
    })
  await step('the newest line is in sight', async () => {
    const seen = await page
      .getByRole('log')
      .getByRole('listitem')
      .last()
      .evaluate((e) => {
        const box = e.getBoundingClientRect()
        return box.bottom > 0 && box.top < window.innerHeight
      })
    if (!seen) throw new Error('it is not')
  })
  return { failed, acts: hand.acts }
}

/** Controls smaller than `least` px, by the name of the view. */
async function small(page: Page, views: readonly string[], least: number): Promise<string[]> {
  const found: string[] = []
  for (const view of views) {
    await page.goto(`${address}${view}`)
    await page.getByRole('main').or(page.getByRole('heading')).first().waitFor()
    await page.waitForLoadState('networkidle')
    const names = await page.evaluate((px) => {
      return [...document.querySelectorAll('a,button,input,select,textarea,summary')].flatMap((e) => {
        const box = e.getBoundingClientRect()
        const seen = box.width > 1 && box.height > 1 && e.checkVisibility()
        // A link in a sentence is as high as its line (WCAG 2.2, 2.5.8).
        const inline = e.tagName === 'A' && getComputedStyle(e).display === 'inline'
        const big = [box, e.closest('label')?.getBoundingClientRect()].some(
          (b) => b && b.width >= px - 0.5 && b.height >= px - 0.5,
        )
        if (!seen || inline || big) return []
        const name = e.getAttribute('aria-label') ?? e.textContent.trim().slice(0, 24)
        return [`${name} ${Math.round(box.width)}×${Math.round(box.height)}`]
      })
    }, least)
    found.push(...[...new Set(names)].map((name) => `${view}: ${name}`))
  }
  return found
}

/** Words in bold in the last column of the glossary: said nowhere any more. */
const retired = readFileSync(path.resolve(import.meta.dirname, '../docs/glossary.md'), 'utf8')
  .split('\n')
  .flatMap((row) =>
    row.startsWith('| ') ? [...(row.split('|').at(-2) ?? '').matchAll(/\*\*(.+?)\*\*/g)] : [],
  )
  .map(([, word = '']) => word)

const open = async (
  browser: Browser,
  width: number,
  height: number,
  { touch = true, bench = false } = {},
) => {
  const context = await browser.newContext({ viewport: { width, height }, hasTouch: touch })
  if (bench) await context.addInitScript(() => localStorage.setItem('anamnesis.size', 'bench'))
  return context.newPage()
}

const server = new DemoServer()
await server.start()
const browser = await openBrowser()
for (const [name, width, height, touch, bench] of [
  ['keys', 1280, 800, false, false],
  ['phone', 390, 844, true, false],
  ['tablet at bench size', 834, 1112, true, true],
  ['small phone', 320, 568, true, false],
  ['400 %', 320, 256, false, false],
] as const) {
  const page = await open(browser, width, height, { touch, bench })
  const { failed, acts } = await job(page, touch ? new Finger(page) : new Keys(page), touch)
  print({
    name: 'reach',
    value: failed.length,
    unit: 'steps of the main job that fail',
    limit: 0,
    by: name,
    acts,
    failed: failed.join(' | '),
  })
  if (name === 'tablet at bench size') {
    const episode = new URL(page.url()).pathname
    const targets = await small(page, [episode], 44)
    print({
      name: 'reach-44',
      value: targets.length,
      unit: 'targets under 44 px on Episode at bench size',
      limit: 0,
      targets: targets.join(' | '),
    })
  }
  if (name === 'phone') {
    const views = [
      '/',
      '/collection',
      '/parts',
      '/parts/needs',
      '/parts/lots',
      '/types',
      '/loans',
      '/plan',
      '/practice',
      '/batches',
      '/machines/new',
    ]
    const targets = await small(page, [...views, new URL(page.url()).pathname], 24)
    print({
      name: 'reach-24',
      value: targets.length,
      unit: 'targets under 24 px',
      limit: 0,
      targets: targets.join(' | '),
    })
    const said: string[] = []
    for (const view of views) {
      await page.goto(`${address}${view}`)
      await page.waitForLoadState('networkidle')
      const text = await page.locator('body').innerText()
      said.push(
        ...retired.filter((word) => new RegExp(`(^|\\W)${word}(\\W|$)`).test(text) && /\s|[A-Z]/.test(word)),
      )
    }
    print({
      name: 'reach-words',
      value: said.length,
      unit: 'retired words on screen',
      limit: 0,
      of: retired.length,
      said: said.join(' | '),
    })
  }
  await page.context().close()
}
await browser.close()
await server.kill('SIGTERM')
process.exit(failures())
