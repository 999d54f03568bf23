/**
 * Questions to the record, answered from what is folded: where a thing is, when something was done, who did it, what is open, how
 * many, how it stands. Facts and the entries that they rest on; words at the edge.
 */
import { authorisedFor } from '#core/history/authorised.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import type { EntryId } from '#core/ids.ts'
import type { NetChange } from '#core/history/changes.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import { passes } from '#core/history/results.ts'
import { machineStanding, trayOf, waitRows } from '#core/history/status.ts'
import type { Standing } from '#core/history/standing.ts'
import type { Statement } from '#core/history/versions.ts'
import { voidTests } from '#core/history/void.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { dayOf, type Instant } from '#core/quantity/time.ts'
import { calledAt } from '#core/type/sheet.ts'
import { slotsOf } from './contexts.ts'
import { faultFacts, type FaultFact } from './fault-answers.ts'
import { labelsFor, partLabel, placeLabel, type Labels } from './labels.ts'
import { carriedPhotos, logRow, type LogRow } from './rows.ts'

export type AnswerFact =
  | { readonly is: 'place'; readonly what: string; readonly place: string }
  | { readonly is: 'with'; readonly what: string; readonly who: string; readonly due?: Instant | undefined }
  | {
      readonly is: 'standing'
      readonly fn: string
      readonly word: string
      readonly tested?: Instant | undefined
    }
  | { readonly is: 'never tested'; readonly fn: string }
  | { readonly is: 'off'; readonly what: string; readonly n: number; readonly cups: readonly string[] }
  | { readonly is: 'lies off'; readonly what: string; readonly where: string }
  | { readonly is: 'to do' | 'waits' | 'asked'; readonly words: string }
  | {
      readonly is: 'changed'
      readonly fn: string
      readonly since: Instant
      readonly targets: readonly string[]
    }
  | { readonly is: 'unchanged'; readonly fn: string; readonly since: Instant }
  | { readonly is: 'clean starts'; readonly fn: string; readonly clean: number; readonly needed: number }
  | { readonly is: 'may'; readonly authority: Authority; readonly people: readonly string[] }
  | FaultFact
  | { readonly is: 'not recorded' }

export interface Answered {
  readonly question: RecordQuestion
  readonly facts: readonly AnswerFact[]
  /** What it rests on, latest first. */
  readonly rows: readonly LogRow[]
  readonly labels: Labels
}

const most = 5
const filler =
  /^(?:the|and|for|was|were|is|are|has|have|had|did|does|we|you|it|its|this|that|here|there|last|time|now|any|one|still|ever|been|on|in|of|at|to|from|with|by|who|what|when|where|which|how|many|much|get|got|back|yet|do|done|machine|thing|test|tested|clean|starts|since|changed|off|open|put|took|taken|out|again|kept|lying|lie|screws?)$/

const wordsOf = (text: string): readonly string[] =>
  (text.toLowerCase().match(/[a-z0-9µ.+-]{2,}/g) ?? [])
    .map((w) => w.replace(/(?<=[a-z]{3})s$/, ''))
    .filter((w) => !filler.test(w))

/** Every text in a body, and the names of parts and people that it speaks of. */
function textsOf(world: World, statement: Statement): string {
  const found: string[] = []
  const walk = (value: unknown) => {
    if (typeof value === 'string') found.push(value)
    else if (Array.isArray(value)) value.forEach(walk)
    else if (value !== null && typeof value === 'object') Object.values(value).forEach(walk)
  }
  walk(statement.body)
  found.push(...Object.values(labelsFor(world, [statement])))
  const doer = statement.doneBy && world.parties.get(statement.doneBy)?.name
  return [...found, doer ?? ''].join(' ').toLowerCase()
}

/** What is recorded of this machine, latest first. */
function lineOf(world: World, machine: MachineState): readonly Statement[] {
  const trays = new Set<string>(machine.episodes.map((e) => e.id))
  const here = (place: { in: { kind: string; id: string } }) =>
    place.in.id === machine.id || (place.in.kind === 'tray' && trays.has(place.in.id))
  return world.line
    .filter(({ body, episode }) =>
      body.kind === 'move'
        ? body.legs.some((l) => here(l.from) || here(l.to))
        : ('machine' in body && body.machine === machine.id) || (episode !== undefined && trays.has(episode)),
    )
    .toReversed()
}

/** Asked in an episode: of the machine that it is of; undefined when the episode is not among what is known. */
export function answerIn(world: World, episode: EntryId, question: RecordQuestion): Answered | undefined {
  const machine = [...world.machines.values()].find((m) => m.episodes.some((e) => e.id === episode))
  return machine && answerTo(world, machine, question)
}

function answerTo(world: World, machine: MachineState, question: RecordQuestion): Answered {
  const { asks, about } = question
  const wanted = wordsOf(about)
  const line = lineOf(world, machine)
  const matching = line.filter((s) => {
    const texts = textsOf(world, s)
    return wanted.length > 0 && wanted.every((w) => texts.includes(w))
  })
  const facts = factsFor(world, machine, question, wanted)
  const rows = restsOn(asks, about, wanted, matching, line, machine)
  const voids = voidTests(world, machine)
  const carried = carriedPhotos(machine)
  const shown = rows.slice(0, most)
  return {
    question,
    facts: facts.length > 0 || shown.length > 0 ? facts : [{ is: 'not recorded' }],
    rows: shown.map((s) => logRow(world, s, voids, carried)),
    labels: labelsFor(world, shown),
  }
}

function restsOn(
  asks: RecordQuestion['asks'],
  about: string,
  wanted: readonly string[],
  matching: readonly Statement[],
  line: readonly Statement[],
  machine: MachineState,
): readonly Statement[] {
  const fn = functionIn(machine, wanted, about)
  if (/\btest|pass|work/i.test(about) && fn)
    return (machine.tests.get(fn) ?? []).map((t) => t.entry).toReversed()
  if (asks === 'where' || asks === 'who' || asks === 'when') return matching
  if (asks === 'status' && fn) return (machine.tests.get(fn) ?? []).map((t) => t.entry).toReversed()
  return asks === 'what' && wanted.length > 0
    ? matching.length > 0
      ? matching
      : []
    : asks === 'status'
      ? matching
      : line.slice(0, 0)
}

/** The function that a question names: by its words, else by its first. */
function functionIn(machine: MachineState, wanted: readonly string[], about: string): string | undefined {
  const names = [...machine.tests.keys()]
  const lower = about.toLowerCase()
  return (
    names.find((n) => lower.includes(n.toLowerCase())) ??
    names.find((n) =>
      wanted.some(
        (w) =>
          n
            .toLowerCase()
            .split(/[\s,-]+/)[0]
            ?.replace(/s$/, '') === w,
      ),
    )
  )
}

function factsFor(
  world: World,
  machine: MachineState,
  { asks, about }: RecordQuestion,
  wanted: readonly string[],
): readonly AnswerFact[] {
  const standing = machineStanding(world, machine).standings
  const named = standing.filter(
    (s) =>
      about.toLowerCase().includes(s.fn.toLowerCase()) ||
      wanted.some(
        (w) =>
          s.fn
            .toLowerCase()
            .split(/[\s,-]+/)[0]
            ?.replace(/s$/, '') === w,
      ),
  )
  if (
    /\bclean\b.*\bstarts?\b|\bstarts?\b.*\bclean\b/i.test(about) ||
    (asks === 'how many' && /\bstarts?\b/i.test(about))
  )
    return standing.flatMap((s) =>
      s.run ? [{ is: 'clean starts', fn: s.fn, clean: s.run.clean, needed: s.run.needed } as const] : [],
    )
  if (/\bswitch\b.*\bon\b|\bmay\b/i.test(about) && asks === 'who')
    return [
      {
        is: 'may',
        authority: 'switch on',
        people: authorisedFor(world, 'switch on', world.now).map(
          (p) => world.parties.get(p)?.name ?? 'somebody',
        ),
      },
    ]
  const ofFault = faultFacts(world, machine, about)
  if (ofFault) return ofFault
  if (/\bchang/i.test(about)) return changedSince(named.length > 0 ? named : standing)
  switch (asks) {
    case 'where':
      return places(world, machine, wanted)
    case 'how many':
      return screwsOff(machine, wanted)
    case 'status':
      return named.map(standingFact)
    case 'when':
      return named.map((s) => (s.test ? standingFact(s) : ({ is: 'never tested', fn: s.fn } as const)))
    case 'what':
      return /\boff\b|\bout\b/i.test(about)
        ? [...screwsOff(machine, []), ...liesOff(world, machine)]
        : /\bopen|left|to do|next|missing\b/i.test(about) || wanted.length === 0
          ? openOf(world, machine, standing)
          : []
    case 'who':
      return lentOut(world, wanted)
  }
}

const standingFact = (s: Standing): AnswerFact => ({
  is: 'standing',
  fn: s.fn,
  word: s.word,
  tested: s.test?.entry.happenedAt.latest,
})

function changedSince(standings: readonly Standing[]): readonly AnswerFact[] {
  return standings.flatMap((s): AnswerFact[] => {
    if (!s.test) return []
    const since = s.test.entry.happenedAt.latest
    const targets = s.changes.map((c: NetChange) => c.target.name)
    if (targets.length > 0) return [{ is: 'changed', fn: s.fn, since, targets }]
    return passes(s.test.result) ? [{ is: 'unchanged', fn: s.fn, since }] : []
  })
}

function lentOut(world: World, wanted: readonly string[]): readonly AnswerFact[] {
  return [...world.gear.values()].flatMap((g): AnswerFact[] =>
    g.lent && wanted.some((w) => g.name.toLowerCase().includes(w))
      ? [{ is: 'with', what: g.name, who: world.parties.get(g.lent.to)?.name ?? 'somebody', due: g.lent.due }]
      : [],
  )
}

function places(world: World, machine: MachineState, wanted: readonly string[]): readonly AnswerFact[] {
  const screws = screwsOff(machine, wanted)
  const slots = slotsOf(world, machine.id)
    .filter((s) => {
      const name = `${s.position.designator} ${s.position.accepts} ${s.partLabel ?? ''}`.toLowerCase()
      return wanted.length > 0 && wanted.every((w) => name.includes(w))
    })
    .flatMap((s): AnswerFact[] => {
      // What belongs there, wherever it lies now.
      const own = [...world.parts.values()].find(
        (p) =>
          p.legs.some((l) => l.from.position === s.position.designator && l.from.in.id === s.place.in.id) &&
          p.place &&
          p.place.in.kind !== 'gone',
      )
      if (s.content === 'empty' && own?.place)
        return [
          { is: 'place', what: partLabel(world, own.id), place: placeLabel(world, own.place, machine.id) },
        ]
      return [
        {
          is: 'place',
          what: calledAt(s.position),
          place: s.content === 'empty' ? 'empty' : placeLabel(world, s.place, machine.id),
        },
      ]
    })
  const gear = [...world.gear.values()].flatMap((g): AnswerFact[] =>
    wanted.length > 0 && wanted.every((w) => g.name.toLowerCase().includes(w)) && g.lent
      ? [{ is: 'with', what: g.name, who: world.parties.get(g.lent.to)?.name ?? 'somebody', due: g.lent.due }]
      : [],
  )
  const tray = trayOf(world, machine).flatMap((id): AnswerFact[] => {
    const label = partLabel(world, id)
    const place = world.parts.get(id)?.place
    return place && wanted.length > 0 && wanted.every((w) => label.toLowerCase().includes(w))
      ? [{ is: 'place', what: label, place: placeLabel(world, place, machine.id) }]
      : []
  })
  return [
    ...new Map([...slots, ...tray, ...gear, ...screws].map((f) => [JSON.stringify(f), f])).values(),
  ].slice(0, most)
}

const screwsOff = (machine: MachineState, wanted: readonly string[]): readonly AnswerFact[] =>
  [...machine.fasteners.values()]
    .filter(
      (f) =>
        f.off > f.on &&
        (wanted.length === 0 ||
          wanted.some(
            (w) => f.size.toLowerCase().includes(w) || f.whats.some((x) => x.toLowerCase().includes(w)),
          )),
    )
    .map((f) => ({ is: 'off', what: f.size, n: f.off - f.on, cups: f.cups }))

const liesOff = (world: World, machine: MachineState): readonly AnswerFact[] =>
  trayOf(world, machine).map((id) => {
    const place = world.parts.get(id)?.place
    return {
      is: 'lies off',
      what: partLabel(world, id),
      where: place ? placeLabel(world, place, machine.id) : 'tray',
    }
  })

function openOf(world: World, machine: MachineState, standing: readonly Standing[]): readonly AnswerFact[] {
  return [
    ...standing.filter((s) => s.word !== 'works').map(standingFact),
    ...screwsOff(machine, []),
    ...liesOff(world, machine),
    ...waitRows(world, machine).map((w) => ({ is: 'waits', words: w.what }) as const),
    ...machine.tasks.filter((t) => !t.ended).map((t) => ({ is: 'to do', words: t.words }) as const),
    ...machine.questions.filter((q) => !q.answer).map((q) => ({ is: 'asked', words: q.words }) as const),
  ].slice(0, 12)
}

/** What somebody did on a day, for "what did Jonas do on Tuesday". */
export const onDay = (line: readonly Statement[], day: string, zone: string): readonly Statement[] =>
  line.filter((s) => dayOf(s.happenedAt.latest, zone) === day)
