/**
 * Every view in a language that nobody speaks: what stands on it without that language’s brackets is data of the house, or is in no
 * catalogue. And sentences that are a third longer, as they are in most languages beside English, push nothing out at the side.
 */
import { expect, test, type Page, type Request } from '@playwright/test'
import { recipes } from '#core/plan/recipes.ts'
import { teachesOf } from '#core/practice/made.ts'
import { writtenCases } from '#core/practice/written/index.ts'
import { demo, openMachine, signIn } from './people.ts'

/** Names that are the same in every language. */
const names = /^(anamnesis|esc|enter|tab|shift|csv|json|pdf|eur|nok|iso|utc|edtf)$/i

/** Months and days of the week come from the platform, in its language. */
const dates =
  /^\d*\s?(mon|tues?|wed|wednes|thu|thurs|fri|sat|satur|sun)?(days?)?\s?(jan|feb|mar|apr|may|jun|jul|aug|sept?|oct|nov|dec)?\s?\d*$/i

let page: Page
const answered = new Set<string>()
let machine = ''

/** Everything that a server’s answer says: names, places, and words that the server put together. */
function take(value: unknown): void {
  if (typeof value === 'string') answered.add(value.toLowerCase())
  else if (Array.isArray(value)) value.forEach(take)
  else if (value && typeof value === 'object') Object.values(value).forEach(take)
}

test.beforeAll(async ({ browser }) => {
  page = await signIn(browser, 'ottoline')
  await openMachine(page, 'SW 2025.2')
  machine = new URL(page.url()).pathname.split('/').at(-1) ?? ''
  await page.evaluate(() => localStorage.setItem('anamnesis.language', 'pseudo'))
  // What ships with the house to be planned and practised is content as a machine’s record is.
  take([recipes, writtenCases, teachesOf])
  const ours = (request: Request) => request.url().includes('/api/') && !request.url().includes('/api/live')
  page.on('request', (request) => (asked += ours(request) ? 1 : 0))
  page.on('requestfinished', (request) => (asked -= ours(request) ? 1 : 0))
  page.on('requestfailed', (request) => (asked -= ours(request) ? 1 : 0))
  page.on('response', (response) => {
    if (response.url().includes('/api/') && response.headers()['content-type']?.includes('json'))
      response.json().then(take, () => undefined)
  })
})
test.afterAll(async () => page.context().close())

/** What is seen or read aloud, without what stands between brackets and lines as they are typed, in pieces of words. */
const unsaid = () =>
  page.evaluate(() => {
    const found: string[] = []
    const add = (text: string | null) => {
      let depth = 0
      let rest = ''
      for (const c of text ?? '') {
        if (c === '⟦') depth++
        else if (c === '⟧') depth = Math.max(0, depth - 1)
        else rest += depth > 0 ? '|' : c
      }
      for (const piece of rest.split(/[|,;:.()“”·–—×/→]+|\b(?:and|or)\b/))
        if (/[a-z]{3}/i.test(piece)) found.push(piece.trim())
    }
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const parent = node.parentElement
      if (
        parent &&
        !parent.closest('script,style,noscript,[hidden],[translate=no]') &&
        parent.checkVisibility()
      )
        add(node.textContent)
    }
    for (const e of document.querySelectorAll('[aria-label],[title],[placeholder],[alt]'))
      for (const name of ['aria-label', 'title', 'alt']) add(e.getAttribute(name))
    const over = document.documentElement.scrollWidth - document.documentElement.clientWidth
    return { found: [...new Set(found)], over }
  })

let asked = 0
/** Until whatever the page asked the server for has come, and what it asks for next. */
const answeredAll = async () => {
  for (let quiet = 0; quiet < 3; quiet = asked === 0 ? quiet + 1 : 0) await page.waitForTimeout(40)
}

/** The newest of a list that the server answers. */
const idOf = (path: string, list: string): Promise<string> =>
  page.evaluate(
    async ([path, list]) => {
      const answer = (await (await fetch(path)).json()) as Record<string, { id: string }[]>
      return answer[list]?.at(-1)?.id ?? ''
    },
    [`/api/${path}`, list] as const,
  )

const views = async () => {
  const practiceCase = writtenCases[0]?.key ?? ''
  const [episode, batch, loan, lot, part, type] = await Promise.all([
    idOf(`machines/${machine}`, 'episodes'),
    idOf('batches', 'batches'),
    idOf('loans', 'loans'),
    idOf('lots', 'lots'),
    idOf('parts', 'parts'),
    idOf('types', 'types'),
  ])
  const of = (path: string) => `/machines/${machine}${path}`
  return [
    ...['/', '/collection', '/machines/new', '/collection/table', '/collection/storage', '/batches'],
    ...[`/batches/${batch}`, `/batches/${batch}?against=findings`, `/batches/${batch}/whole`],
    of(''),
    ...machineTabs.map((tab) => of(`?show=${tab}`)),
    ...[
      '/donors',
      '/beside',
      '/modifications',
      '/renewal',
      '/survey',
      '/dossier',
      '/fault',
      '/treatments',
    ].map(of),
    ...['over+time', 'two+dates', 'second+opinion'].map((tab) => of(`/survey?part=${tab}`)),
    of('/entry'),
    `/episodes/${episode}`,
    ...papers.map((paper) => `/episodes/${episode}/print/${paper}`),
    ...['/parts', '/parts/needs', '/parts/stock', '/parts/lots', '/parts/tags'],
    ...[`/parts/${part}`, `/parts/lots/${lot}`],
    ...['/types', `/types/${type}`, '/people', '/camera'],
    ...['/loans', `/loans/${loan}`],
    ...['/plan', '/practice', `/practice/cases/${practiceCase}`, '/nowhere'],
  ]
}
const machineTabs = [
  ...['functions', 'readings', 'condition', 'parts', 'episodes', 'provenance', 'loans', 'photos', 'owner'],
  ...['entries', 'facts'],
]
const papers = ['sheet', 'tray', 'label', 'ribbon', 'do-not-power']

test('every word on screen is in the catalogue or in the record, and nothing sticks out', async () => {
  for (const view of await views()) {
    await page.goto(`${demo()}${view}`)
    await expect(page.getByRole('main').or(page.getByRole('heading')).first()).toBeVisible()
    await answeredAll()
    const { found, over } = await unsaid()
    const known = [...answered].join('\n')
    // A verb of the record and the name beside it: “washed keypad”.
    const both = (piece: string) =>
      [...piece.matchAll(/ /g)].some(
        ({ index }) => answered.has(piece.slice(0, index)) && answered.has(piece.slice(index + 1)),
      )
    const words = found.filter(
      (piece) =>
        !names.test(piece) &&
        !dates.test(piece) &&
        !both(piece.toLowerCase()) &&
        !known.includes(piece.toLowerCase()),
    )
    expect.soft({ view, words, over }).toEqual({ view, words: [], over: 0 })
  }
})
