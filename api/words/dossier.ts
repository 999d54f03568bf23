/**
 * The dossier of a machine: what anybody who takes it over should know, from its plate to what nobody knows. Sections that have
 * something to say, in reading order. No price and no value stands in it.
 */
import { sourceWords } from './owners.ts'
import { say } from './say.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import type { FunctionRow, MachineView } from '#core/views/machine-shape.ts'
import type { PositionRow } from '#core/views/machine-parts.ts'
import { edtfWords, gapWords, gradeSoFar } from './condition.ts'
import { dayWords } from './dates.ts'
import { capital, colon, commas, count, list, semicolons } from './lists.ts'
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
  const done = worked && say('{verbs} on {day}', { verbs: list(worked.verbs), day: day(worked.at) })
  if (content === 'empty') return [say('{name}: empty', { name })]
  if (content === 'unknown part') return [say('{name}: holds an unidentified part', { name })]
  if (part && !part.own)
    return [
      semicolons(
        commas(
          `${name}: ${part.label}`,
          part.from ? say('from {from}', { from: part.from }) : part.origin,
          part.since && say('since {day}', { day: day(part.since) }),
        ),
        done,
      ),
    ]
  if (part?.origin && part.origin !== 'factory' && part.origin !== 'unknown')
    return [semicolons(`${name}: ${part.origin}`, done)]
  return done ? [semicolons(say('{name}: its own', { name }), done)] : []
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
      title: say('State'),
      lines: [
        `${statusTitle(view.status)}. ${statusSentence(view.status, when)}`.trim(),
        `${semicolons(capital(coverageSentence(view.status.coverage)), view.status.oldestProof ? say('oldest proof {day}', { day: day(view.status.oldestProof) }) : say('no proof yet'))}.`,
        say('Condition: {gradeSoFar}.', {
          gradeSoFar: gradeSoFar(view.condition.grade, view.condition.looked, view.condition.of),
        }),
      ],
    },
    {
      title: say('How it came, and where it was before'),
      lines: [
        ...(view.source
          ? [
              view.source.from
                ? colon(
                    say('How it came: {how}, from {from}', {
                      how: sourceWords(view.source.how),
                      from: view.source.from,
                    }),
                    view.source.words,
                  )
                : colon(say('How it came: {how}', { how: sourceWords(view.source.how) }), view.source.words),
            ]
          : []),
        ...(arrival?.chain.rows ?? []).map((row) =>
          row.is === 'gap'
            ? gapWords(row)
            : `${edtfWords(row.body.when)}: ${[row.body.sort, row.body.who ? (arrival?.labels[row.body.who] ?? '') : '', row.body.where ?? '', row.body.words ?? ''].filter(Boolean).join(', ')}`,
        ),
        ...view.claims.map((c) =>
          c.fn
            ? say('Said on arrival of {fn}: “{words}”', { words: c.words, fn: c.fn })
            : say('Said on arrival: “{words}”', { words: c.words }),
        ),
        ...view.custody.map((c) =>
          say('{day}: {purpose}, to {where}, {carriage}', {
            day: day(c.at),
            purpose: c.purpose,
            where: c.where,
            carriage: c.carriage,
          }),
        ),
      ],
    },
    {
      title: say('Its life here'),
      lines: view.episodes.map(
        (e) =>
          `${e.to.slice(0, 10) === e.from.slice(0, 10) ? day(e.from) : say('{from} to {to}', { from: day(e.from), to: day(e.to) })}: ${e.title} (${e.state}, ${count(e.entries, 'entry', 'entries')}, ${count(e.tests, 'test')})`,
      ),
    },
    {
      title: say('What is known of its functions'),
      lines: view.functions
        .filter((f) => shown.has(f.word))
        .map((f) => `${f.fn}: ${standingSentence(f, when)}`),
    },
    {
      title: say('What is not known'),
      lines: [
        ...never.map((f) => `${f.fn}: ${standingSentence(f, when) || say('never tested here.')}`),
        ...(unseen > 0
          ? [
              say('{unseen} not examined: taken as the type sheet says.', {
                unseen: count(unseen, 'position'),
              }),
            ]
          : []),
        ...(view.provenance.gaps > 0
          ? [
              say('{gaps} in what is known of the time before it came.', {
                gaps: count(view.provenance.gaps, 'gap'),
              }),
            ]
          : []),
      ],
    },
    {
      title: say('Parts that are not its own, and work on those that are'),
      lines: view.positions.flatMap((p) => originOf(p, day)),
    },
    {
      title: say('What came out, and where it is'),
      lines: view.given.map((g) =>
        colon(
          say('{label}, out of {position} on {day}', {
            label: g.label,
            position: g.position,
            day: day(g.at),
          }),
          g.to === 'unknown' ? say('its place is not recorded') : g.to,
        ),
      ),
    },
    {
      title: say('Dangers'),
      lines: [
        ...view.plate.stamps.map((s) => `${capital(s.kind)}: ${s.words}`),
        ...view.hazards
          .filter((h) => !h.cleared)
          .map((h) =>
            h.barsPower
              ? say('{words}: do not power, since {day}', { words: h.words, day: day(h.at) })
              : say('{words}, since {day}', { words: h.words, day: day(h.at) }),
          ),
      ],
    },
    {
      title: say('Left to do'),
      lines: view.todo.flatMap((t) =>
        t.items.map((item) =>
          commas(
            `${todoTitle(t.act, 1)}: ${todoItem(t.act, item)}`,
            item.due && say('due {day}', { day: day(item.due) }),
          ),
        ),
      ),
    },
  ]
  return sections.filter((s) => s.lines.length > 0)
}
