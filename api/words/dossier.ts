/**
 * The dossier of a machine: what anybody who takes it over should know, from its plate to what nobody knows. Sections that have
 * something to say, in reading order. No price and no value stands in it.
 */
import type { ArrivalView } from '#core/views/arrival.ts'
import type { FunctionRow, MachineView } from '#core/views/machine-shape.ts'
import type { PositionRow } from '#core/views/machine-parts.ts'
import { edtfWords, gapWords, gradeSoFar } from './condition.ts'
import { dayWords } from './dates.ts'
import { capital, count, list } from './lists.ts'
import { coverageSentence, statusSentence, statusTitle, type When } from './status.ts'
import { standingSentence } from './standing.ts'
import { todoItem, todoTitle } from './todo.ts'

export interface DossierSection {
  readonly title: string
  readonly lines: readonly string[]
}

/** Functions whose standing rests on a test, and the others. */
const shown: ReadonlySet<FunctionRow['word']> = new Set([
  'works',
  'ageing',
  'weakly',
  'unproved',
  'fails',
  'partly',
  'intermittent',
])

function originOf(
  { designator, accepts, content, part, worked }: PositionRow,
  day: (at: string) => string,
): string[] {
  const name = `${designator} ${accepts}`
  const done = worked ? `; ${list(worked.verbs)} on ${day(worked.at)}` : ''
  if (content === 'empty') return [`${name}: empty`]
  if (content === 'unknown part') return [`${name}: holds an unidentified part`]
  if (part && !part.own)
    return [
      `${name}: ${part.label}${part.from ? `, from ${part.from}` : part.origin ? `, ${part.origin}` : ''}${part.since ? `, since ${day(part.since)}` : ''}${done}`,
    ]
  if (part?.origin && part.origin !== 'factory' && part.origin !== 'unknown')
    return [`${name}: ${part.origin}${done}`]
  return worked ? [`${name}: its own${done}`] : []
}

export function dossierSections(
  view: MachineView,
  arrival: ArrivalView | undefined,
  when: When,
): DossierSection[] {
  const day = (at: string) => dayWords(at, when.zone)
  const unseen = view.positions.filter((p) => p.content === 'unseen' && !p.worked).length
  const never = view.functions.filter((f) => !shown.has(f.word))
  const sections: DossierSection[] = [
    {
      title: 'State',
      lines: [
        `${statusTitle(view.status)}. ${statusSentence(view.status, when)}`.trim(),
        `${capital(coverageSentence(view.status.coverage))}${view.status.oldestProof ? `; oldest proof ${day(view.status.oldestProof)}` : '; no proof yet'}.`,
        `Condition: ${gradeSoFar(view.condition.grade, view.condition.looked, view.condition.of)}.`,
      ],
    },
    {
      title: 'How it came, and where it was before',
      lines: [
        ...(view.source
          ? [
              `How it came: ${view.source.how}${view.source.from ? `, from ${view.source.from}` : ''}${view.source.words ? `: ${view.source.words}` : ''}`,
            ]
          : []),
        ...(arrival?.chain.rows ?? []).map((row) =>
          row.is === 'gap'
            ? gapWords(row)
            : `${edtfWords(row.body.when)}: ${[row.body.sort, row.body.who ? (arrival?.labels[row.body.who] ?? '') : '', row.body.where ?? '', row.body.words ?? ''].filter(Boolean).join(', ')}`,
        ),
        ...view.claims.map((c) => `Said on arrival${c.fn ? ` of ${c.fn}` : ''}: “${c.words}”`),
        ...view.custody.map((c) => `${day(c.at)}: ${c.purpose}, to ${c.where}, ${c.carriage}`),
      ],
    },
    {
      title: 'Its life here',
      lines: view.episodes.map(
        (e) =>
          `${day(e.from)}${e.to.slice(0, 10) === e.from.slice(0, 10) ? '' : ` to ${day(e.to)}`}: ${e.title} (${e.state}, ${count(e.entries, 'entry', 'entries')}, ${count(e.tests, 'test')})`,
      ),
    },
    {
      title: 'What is known of its functions',
      lines: view.functions
        .filter((f) => shown.has(f.word))
        .map((f) => `${f.fn}: ${standingSentence(f, when)}`),
    },
    {
      title: 'What is not known',
      lines: [
        ...never.map((f) => `${f.fn}: ${standingSentence(f, when) || 'never tested here.'}`),
        ...(unseen > 0 ? [`${count(unseen, 'position')} not examined: taken as the type sheet says.`] : []),
        ...(view.provenance.gaps > 0
          ? [`${count(view.provenance.gaps, 'gap')} in what is known of the time before it came.`]
          : []),
      ],
    },
    {
      title: 'Parts that are not its own, and work on those that are',
      lines: view.positions.flatMap((p) => originOf(p, day)),
    },
    {
      title: 'What came out, and where it is',
      lines: view.given.map(
        (g) =>
          `${g.label}, out of ${g.position} on ${day(g.at)}: ${g.to === 'unknown' ? 'its place is not recorded' : g.to}`,
      ),
    },
    {
      title: 'Dangers',
      lines: [
        ...view.plate.stamps.map((s) => `${capital(s.kind)}: ${s.words}`),
        ...view.hazards
          .filter((h) => !h.cleared)
          .map((h) => `${h.words}${h.barsPower ? ': do not power' : ''}, since ${day(h.at)}`),
      ],
    },
    {
      title: 'Left to do',
      lines: view.todo.flatMap((t) =>
        t.items.map(
          (item) =>
            `${todoTitle(t.act, 1)}: ${todoItem(t.act, item)}${item.due ? `, due ${day(item.due)}` : ''}`,
        ),
      ),
    },
  ]
  return sections.filter((s) => s.lines.length > 0)
}
