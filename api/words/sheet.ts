/** The words of an episode's sheet: sections of lines, for print and Markdown; one line an entry, for a table. */
import { say } from './say.ts'
import { sortKey } from '#core/quantity/time.ts'
import type { EpisodeSheet, MovedPart } from '#core/views/episode-sheet.ts'
import type { LogRow } from '#core/views/rows.ts'
import { clockWords, dayWords } from './dates.ts'
import { entryWords } from './entries.ts'
import { brackets, commas, list, semicolons } from './lists.ts'
import { bracketWords } from './conclusions.ts'
import { standingWords, unauthorisedWords, voidRowWords } from './standing.ts'

export interface SheetSection {
  readonly key:
    | 'found'
    | 'done'
    | 'shown'
    | 'not separated'
    | 'parts in'
    | 'parts out'
    | 'readings'
    | 'functions'
    | 'asked'
    | 'later'
    | 'next'
    | 'people'
  readonly title: string
  readonly lines: readonly string[]
}
interface When {
  readonly now: string
  readonly zone: string
}

const rowWords = (row: LogRow, { view }: EpisodeSheet, when: When) =>
  entryWords(row.body, { labels: view.labels, machine: view.machine, at: sortKey(row.happenedAt), ...when })
const line = (row: LogRow, sheet: EpisodeSheet, when: When) => {
  const words = rowWords(row, sheet, when)
  const said = [words.what, words.result].filter(Boolean).join(': ')
  const doubts = [
    row.voidBy ? voidRowWords(row.voidBy) : row.onVoid ? say('done on a void result') : '',
    row.unauthorised ? unauthorisedWords(row.unauthorised) : '',
  ].filter(Boolean)
  return doubts.length > 0 ? `${said} (${doubts.join('; ')})` : said
}
const moved = (p: MovedPart) =>
  semicolons(`${p.label}: ${p.from} → ${p.to}`, p.now && say('today {now}', { now: p.now }))

/** Sections that have something to say, in the order of the work. */
export function sheetSections(sheet: EpisodeSheet, when: When): SheetSection[] {
  const { view } = sheet
  const all: SheetSection[] = [
    { key: 'found', title: say('Findings'), lines: sheet.found.map((r) => line(r, sheet, when)) },
    { key: 'done', title: say('Work done'), lines: sheet.done.map((r) => line(r, sheet, when)) },
    {
      key: 'shown',
      title: say('Causes shown'),
      lines: sheet.shown.map((b) => {
        const words = bracketWords(b, when)
        return `${words.title}. ${words.detail}`
      }),
    },
    {
      key: 'not separated',
      title: say('Causes not separated'),
      lines: sheet.notSeparated.map((b) => bracketWords(b, when).detail),
    },
    { key: 'parts in', title: say('Parts in'), lines: sheet.partsIn.map(moved) },
    { key: 'parts out', title: say('Parts out'), lines: sheet.partsOut.map(moved) },
    { key: 'readings', title: say('Readings'), lines: sheet.readings.map((r) => line(r, sheet, when)) },
    {
      key: 'functions',
      title: say('Functions'),
      lines: view.functions.map((f) => `${f.fn}: ${standingWords(f, when)}`),
    },
    { key: 'asked', title: say('Asked, unanswered'), lines: view.questions.map((q) => q.words) },
    {
      key: 'later',
      title: say('Left for later'),
      lines: sheet.deferred.map((d) =>
        commas(
          `${d.what}: ${d.reason}`,
          d.until && say('by {until}', { until: dayWords(d.until, when.zone) }),
        ),
      ),
    },
    { key: 'next', title: say('Next'), lines: view.episode.next ? [view.episode.next] : [] },
    { key: 'people', title: say('People'), lines: sheet.people.length ? [list(sheet.people, 20)] : [] },
  ]
  return all.filter((s) => s.lines.length > 0)
}

/** "Episode 2, Haldis 300 message printer, SW 2025.6: rows print double; 3 Mar 2026 to 5 Mar 2026". */
export const sheetTitle = ({ view, closed }: EpisodeSheet, when: When): string =>
  closed
    ? say('Episode {number}, {name}, {viewNumber}: {title}; {opened} to {closed}', {
        number: view.episode.number,
        name: view.plate.name,
        viewNumber: view.plate.number,
        title: view.episode.title,
        opened: dayWords(view.episode.opened, when.zone),
        closed: dayWords(closed, when.zone),
      })
    : say('Episode {number}, {name}, {viewNumber}: {title}; {opened}, open', {
        number: view.episode.number,
        name: view.plate.name,
        viewNumber: view.plate.number,
        title: view.episode.title,
        opened: dayWords(view.episode.opened, when.zone),
      })

/** Marks that Markdown would read as its own. */
const plain = (text: string) => text.replace(/([\\`*_{}[\]<>#|])/g, '\\$1')

export function sheetMarkdown(sheet: EpisodeSheet, when: When): string {
  const sections = sheetSections(sheet, when).map(
    (s) => `## ${s.title}\n\n${s.lines.map((l) => `- ${plain(l)}`).join('\n')}`,
  )
  const log = sheet.view.rows.map((r) =>
    brackets(
      `- ${dayWords(r.happenedAt.latest, when.zone)} ${clockWords(r.happenedAt.latest, when.zone)} ${plain(line(r, sheet, when))}`,
      r.withdrawn && say('withdrawn'),
    ),
  )
  return `# ${plain(sheetTitle(sheet, when))}\n\n${[...sections, say('## Log\n\n{log}', { log: log.join('\n') })].join('\n\n')}\n`
}

export const sheetTableHead = [
  'Day',
  'Time',
  'Who',
  'Kind',
  'What',
  'Result',
  'Basis',
  'State',
  'Entry',
] as const

/** One line an entry, superseded and contested ones named as such. */
export const sheetTable = (sheet: EpisodeSheet, when: When): string[][] =>
  sheet.view.rows.map((r) => {
    const words = rowWords(r, sheet, when)
    return [
      dayWords(r.happenedAt.latest, when.zone),
      clockWords(r.happenedAt.latest, when.zone),
      r.doneBy ? (sheet.view.labels[`initials:${r.doneBy}`] ?? '') : '',
      r.body.kind,
      words.what,
      words.result,
      r.basis,
      r.withdrawn
        ? say('withdrawn')
        : r.contested
          ? say('contested')
          : r.versions.length > 1
            ? say('corrected')
            : '',
      r.id,
    ]
  })
