/** Acts of a reading as entries: each goes through the same makers as a line in a fixed form, so nothing is admitted that they refuse. */
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { FindingKind } from '#core/history/bodies/condition.ts'
import type { GearId, PartId, PartyId } from '#core/ids.ts'
import { inTray } from '#core/place.ts'
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import type { Act, FoundSort, TestAct } from '#core/work/reading/acts.ts'
import { formsOf, verbTable } from '#core/work/reading/verbs.ts'
import { parseConnection, parseHazard, parsePower, parseStop } from '../bench.ts'
import { parseDone } from '../checks.ts'
import { parseFastening } from '../fasteners.ts'
import { parseHealth } from '../health.ts'
import { parseUse } from '../lots.ts'
import { readAt } from '../measure.ts'
import { parseIncident } from '../mishaps.ts'
import { designators, judged, leg, slotNamed } from '../part-words.ts'
import { parseIn, parseOut, parseSwap } from '../parts.ts'
import { reachEffects } from '../reach.ts'
import { parseAsk, parseNote } from '../said.ts'
import { tested, type SaidResult } from '../tests.ts'
import { done, wrong, type Effect, type Parsed, type Scene } from '../types.ts'
import { workOn } from '../work.ts'
import { amend } from './amend.ts'
import { instantOf } from './scene.ts'

type Of<D extends Act['do']> = Extract<Act, { do: D }>

/** At most `most` letters, cut between words. */
export function short(text: string, most = 80): string {
  if (text.length <= most) return text
  const cut = text.slice(0, most - 1)
  return `${cut.slice(0, Math.max(cut.lastIndexOf(' '), most / 2)).trimEnd()}…`
}

/** Results of several functions told in one breath are one test. */
export function tellTests(acts: readonly TestAct[], scene: Scene): Parsed {
  const { context } = scene
  const all = context.functions.map((f) => f.name)
  const list = acts.flatMap((act) =>
    (act.fn === 'all' ? all : [act.fn]).map((fn) => ({ fn, ...resultOf(act) })),
  )
  const gear = acts.flatMap((a) => context.gear.filter((g) => g.name === a.gear).map((g) => g.id as GearId))
  const condition = acts.find((a) => a.condition !== undefined)?.condition
  return tested(scene, [...new Map(list.map((r) => [r.fn, r])).values()], {
    depth: 'short',
    gear: [...new Set(gear)],
    condition: condition && short(condition),
  })
}

function resultOf({ is, symptom, good, of, starts, failures }: TestAct): SaidResult {
  const said = symptom ? { symptom: short(symptom) } : {}
  // What does not fit beside the result stands with it in full.
  const words = symptom && symptom.length > 80 ? { words: symptom } : {}
  switch (is) {
    case 'pass':
      return { result: starts ? { is: 'pass', starts } : { is: 'pass' }, ...words }
    case 'fail':
      return { result: { is: 'fail', ...(starts && starts > 1 ? { starts } : {}), ...said }, ...words }
    case 'partly':
      return {
        result:
          good !== undefined && of !== undefined && good <= of && of > 0
            ? { is: 'partly', good, of, ...said }
            : { is: 'partly', ...said },
        ...words,
      }
    case 'intermittent': {
      const many = of ?? starts
      const bad = failures ?? (good !== undefined && many !== undefined ? many - good : undefined)
      const counted = many !== undefined && bad !== undefined && bad > 0 && bad < many
      return {
        result: { is: 'intermittent', ...(counted ? { failures: bad, of: many } : {}), ...said },
        ...words,
      }
    }
    case 'inconclusive':
      return { result: { is: 'inconclusive', ...(symptom ? { because: symptom } : {}) } }
    case 'not possible':
      return { result: { is: 'not possible', because: symptom ?? 'not said' } }
  }
}

const note = (words: string, scene: Scene): Parsed => parseNote(words, scene)

/** What the record cannot take as it was said is kept as a note, and why is said before Enter. */
export function asWords(
  words: string,
  name: string,
  because: Extract<Effect, { does: 'keeps as words' }>['because'],
  scene: Scene,
): Parsed {
  return done(
    [{ kind: 'note', machine: scene.context.machine, words }],
    [{ does: 'keeps as words', words: name, because }],
  )
}

/** What is in its place by the record was never out: that somebody put it in is kept as a note. */
function putIn(at: string, scene: Scene): Parsed {
  const { tray, parts } = scene.context
  const slot = slotNamed(scene.context, at)
  const cameOut = [...tray, ...parts].some(
    (p) => p.home?.position === at && p.home.in.id === slot?.place.in.id,
  )
  return slot && !cameOut && slot.content !== 'empty'
    ? asWords(`${at} put in`, at, 'is in already', scene)
    : parseIn(at, scene)
}

/** One act as entries; `line` is what was typed. */
export function tell(act: Exclude<Act, TestAct>, scene: Scene, line: string): Parsed {
  const { context } = scene
  switch (act.do) {
    case 'read':
      return readAt(scene, {
        point: short(act.point),
        value: `${act.about ? '~' : ''}${act.value ?? `${act.min}..${act.max}`}${act.unit ?? ''}`,
        loadSaid: act.load,
      })
    case 'out': {
      const slot = slotNamed(context, act.what)
      return slot?.content === 'empty'
        ? asWords(`${act.what} out${act.to ? `, ${act.to}` : ''}`, act.what, 'is out already', scene)
        : parseOut(`${act.what}${act.to ? ` ${act.to}` : ''}`, scene)
    }
    case 'in':
      return act.what ? swapFor({ do: 'swap', at: act.at, with: act.what }, scene) : putIn(act.at, scene)
    case 'swap':
      return swapFor(act, scene)
    case 'lend':
      return lend(act, scene)
    case 'back':
      return back(act, scene)
    case 'off':
    case 'on':
      return fasten(act, scene, line)
    case 'unplug':
      return act.what === 'mains plug'
        ? parseDone('plug out', scene)
        : parseConnection('off', act.what, scene)
    case 'plug':
      return parseConnection('on', act.what, scene)
    case 'work':
      return work(act, scene)
    case 'adjust':
      return change('adjusted', act.what, { from: act.from, to: act.to }, scene)
    case 'set':
      return change('set', act.what, { to: act.to }, scene)
    case 'find':
      return find(act, scene)
    case 'incident':
      return incident(act, scene)
    case 'hazard':
      return parseHazard(act.words, scene)
    case 'power':
      return parsePower(act.way, scene)
    case 'wait':
      return wait(act, scene)
    case 'every':
      return wait({ do: 'wait', what: act.what ?? 'look at it', hours: 8 }, scene, act.every)
    case 'wait over':
      return waitOver(act, scene)
    case 'suspect':
    case 'bad':
    case 'good':
      return parseHealth(act.do, `${act.what}${act.because ? `: ${act.because}` : ''}`, scene)
    case 'claim':
      return claim(act, scene)
    case 'ask':
      return parseAsk(act.words.replace(/^ask\s+/i, ''), scene)
    case 'answer':
      return answer(act, scene)
    case 'plan':
      return planned(act.words, act.when, scene)
    case 'remind':
      return planned(act.words, act.on, scene)
    case 'verify':
      return planned(`check ${act.words}`, undefined, scene)
    case 'stop':
      return parseStop(
        `${/\b(?:unplugged|plug(?:ged)? out|plug pulled)\b/i.test(line) ? 'unplugged ' : ''}${act.next ? `next ${act.next}` : ''}`,
        scene,
      )
    case 'close':
      return done([], [{ does: 'closes' }])
    case 'undo':
    case 'correct':
      return amend(act, scene)
    case 'query':
      return done([], [{ does: 'asks the record', question: { asks: act.asks, about: act.about ?? '' } }])
    case 'sum':
      return done([], [{ does: 'sums', value: act.value, unit: act.unit }])
    case 'use':
      return stock(act.what, scene, (lot) => parseUse(`${act.count} ${lot}`, scene), line)
    case 'count':
      return counted(act, scene, line)
    case 'buy':
      return bought(act, scene, line)
    case 'note':
      return note(act.words, scene)
    case 'ask which':
      return wrong({ why: 'which of', word: act.word, among: act.among })
  }
}

/** Words that say of a spare only that it is one: what it is the position says. */
const plainSpare =
  /^(?:(?:a|an|the|new|fresh|another|spare|replacement|one|ones|now|same|known|good|good one|both|each|from|out of|of|stock|store|drawer|box|bag|shelf|\d[\d.,]*\s*(?:[munpµ]?F|V|A|W|[kM]?ohm|[kM]?Ω)?|[/,]|\d+)\s*)+$/i

/** What it is, as far as the words say: what belongs there, another type number, or not known. */
function kindOf(given: string, accepts: string): string | undefined {
  if (given === '' || plainSpare.test(given) || given.toLowerCase().includes(accepts.toLowerCase()))
    return accepts
  const number = /\b(?=[A-Z0-9]*\d{2})[0-9]*[A-Z]{1,4}[0-9]{2,}[A-Z0-9]*\b/i.exec(given)?.[0]
  // A type number where a type number belongs: the fit is judged by it.
  if (number && /\d{2}/.test(accepts)) return number
  const noun = accepts.split(' ').at(-1)?.toLowerCase() ?? ''
  return noun.length > 2 && given.toLowerCase().includes(noun) ? accepts : undefined
}

/** One comes in for what was there: a part the record knows, one of a lot, or a new one that gets its record now. */
function swapFor(act: Of<'swap'>, scene: Scene): Parsed {
  const { context } = scene
  const slot = slotNamed(context, act.at)
  if (!slot) return wrong({ why: 'which position', word: act.at, known: designators(context) })
  const given = act.with?.trim() ?? ''
  const tag = /\b[A-Z]{1,2}-\d{2,}\b/.exec(given.toUpperCase())?.[0]
  const other = given && slotNamed(context, given)
  if (tag)
    return slot.content === 'empty'
      ? parseIn(`${act.at} ${tag}`, scene)
      : parseSwap(`${act.at} < ${tag}`, scene)
  if (other && other.part && other.content !== 'empty') {
    const move: Body = {
      kind: 'move',
      legs: [
        ...(slot.part && slot.content !== 'empty'
          ? [leg(slot.part, slot.place, inTray(context.episode))]
          : []),
        leg(other.part, other.place, slot.place),
      ],
    }
    return done(
      [move],
      [
        { does: 'puts in', part: other.partLabel ?? given, to: act.at, from: given, remarks: [] },
        ...reachEffects(context, act.at),
      ],
    )
  }
  const part = scene.newId() as PartId
  const label = short(given || slot.position.accepts)
  const kind = kindOf(given, slot.position.accepts)
  const facts = { ...(kind ? { partKind: kind } : {}), attributes: {}, health: 'unknown' as const }
  const tray = inTray(context.episode)
  const fit = judged(
    scene,
    slot,
    { part, label, from: tray, fromLabel: 'the tray', slot: { facts } },
    undefined,
  )
  if ('problem' in fit) return fit.problem
  const bodies: Body[] = [
    {
      kind: 'part',
      what: 'identified',
      part,
      ...(kind ? { partKind: kind } : {}),
      ...(given ? { marking: short(given) } : {}),
      origin: /\b(?:bought|new|fresh|stock)\b/i.test(given) ? 'bought' : 'unknown',
      place: tray,
    },
    {
      kind: 'move',
      legs: [
        ...(slot.part && slot.content !== 'empty' && slot.content !== 'unknown part'
          ? [leg(slot.part, slot.place, tray)]
          : []),
        leg(part, tray, slot.place),
      ],
    },
  ]
  return done(bodies, [
    ...(slot.content === 'empty'
      ? []
      : [
          {
            does: 'takes out',
            part: slot.partLabel ?? slot.position.accepts,
            from: act.at,
            to: 'tray',
          } as const,
        ]),
    { does: 'makes part', part: label, of: kind ?? 'a part of which nobody has said the kind' },
    { does: 'puts in', part: label, to: act.at, from: 'new', remarks: fit.remarks },
    ...reachEffects(context, act.at),
  ])
}

const partyOf = (name: string | undefined, { context }: Scene): PartyId | undefined => {
  const lower = name?.toLowerCase()
  return context.people.find(
    (p) => p.name.toLowerCase() === lower || p.name.toLowerCase().split(' ')[0] === lower,
  )?.party
}

function lend(act: Of<'lend'>, scene: Scene): Parsed {
  const { context, zone } = scene
  const to = partyOf(act.to, scene)
  const due = act.due ? instantOf(act.due, zone) : undefined
  const gear = context.gear.find((g) => g.name === act.what)
  if (!to) return note(`${act.what} lent to ${act.to}`, scene)
  const name = context.people.find((p) => p.party === to)?.name ?? act.to
  if (gear)
    return done(
      [{ kind: 'gear', what: 'lent', gear: gear.id as GearId, to, ...(due ? { due } : {}) }],
      [{ does: 'lends gear', gear: gear.name, to: name, due }],
    )
  const slot = slotNamed(context, act.what)
  const held = context.tray.find((p) => p.label.toLowerCase().includes(act.what.toLowerCase()))
  const part = slot && slot.content !== 'empty' && slot.content !== 'unknown part' ? slot.part : held?.id
  const from = slot && part === slot.part ? slot.place : held?.place
  if (!part || !from)
    return wrong({ why: 'nothing there', position: act.what, content: slot?.content ?? 'empty' })
  const home = slot?.place ?? from
  const known = context.parts.find((p) => p.id === part)
  const tag = known?.tag ? undefined : context.nextTag
  return done(
    [
      {
        kind: 'move',
        legs: [leg(part, from, { in: { kind: 'party', id: to } })],
        loan: { home, ...(due ? { due } : {}) },
      },
      ...(tag ? [{ kind: 'part', what: 'identified', part: part as PartId, tag } as const] : []),
    ],
    [
      { does: 'lends', part: slot?.partLabel ?? act.what, to: name, due },
      ...(tag ? [{ does: 'tags', part: act.what, tag } as const] : []),
      ...(slot ? reachEffects(context, act.what) : []),
    ],
  )
}

function back(act: Of<'back'>, scene: Scene): Parsed {
  const gear = scene.context.gear.find((g) => g.name === act.what)
  if (gear)
    return done(
      [{ kind: 'gear', what: 'back', gear: gear.id as GearId }],
      [{ does: 'gear is back', gear: gear.name }],
    )
  return parseIn(act.what, scene)
}

/** Screws without a number: as many as the way in says, else as many as came off under that name. */
function fasten(act: Of<'off' | 'on'>, scene: Scene, line: string): Parsed {
  const { context } = scene
  const same = (name: string) =>
    act.what !== undefined &&
    (name.toLowerCase() === act.what.toLowerCase() || name.toLowerCase().includes(act.what.toLowerCase()))
  const step = context.wayIn.find((s) => same(s.what))
  const held = context.fasteners.filter((f) => (act.size ? f.size === act.size : f.whats.some(same)))
  const open = held.reduce((n, f) => n + f.off - f.on, 0)
  const count = act.count ?? (act.do === 'off' ? step?.count : open > 0 ? open : undefined)
  const size = act.size ?? step?.size ?? (held.length === 1 ? held[0]?.size : undefined)
  if (count === undefined) return note(line, scene)
  return parseFastening(
    act.do,
    `${act.what ?? 'the machine'} ${count}${size ? ` ${size}` : ''}${act.cup ? ` ${/^\d+$/.test(act.cup) ? `cup ${act.cup}` : act.cup}` : ''}`,
    scene,
  )
}

const verbs = new Map(verbTable.map((v) => [v.lemma, v]))
/** "neutralise" → "neutralised", as the record writes what was done. */
function pastOf(lemma: string): string {
  const verb = verbs.get(lemma) ?? verbs.get(lemma.replace(/ise$/, 'ize'))
  const past = formsOf(verb ?? { lemma }).filter(([, form]) => form === 'past')
  return (past.at(-1)?.[0] ?? `${lemma}ed`).replace(/ized$/, 'ised')
}

function work(act: Of<'work'>, scene: Scene): Parsed {
  const verb = verbs.get(act.verb)
  const parsed = workOn(
    { lemma: act.verb, verb: pastOf(act.verb), reach: verb?.reach ?? 'disturbed' },
    act.what ?? scene.context.name,
    act.words && act.words.toLowerCase() !== act.what?.toLowerCase() ? act.words : '',
    scene,
  )
  return parsed.ok && act.minutes
    ? { ...parsed, entries: parsed.entries.map((e) => ({ ...e, minutes: act.minutes })) }
    : parsed
}

function change(
  verb: string,
  what: string,
  ends: { readonly from?: string | undefined; readonly to?: string | undefined },
  scene: Scene,
): Parsed {
  const { context } = scene
  const slot = context.slots.find((s) => s.position.designator.toLowerCase() === what.toLowerCase())
  const name = short(slot?.position.designator ?? what)
  return done(
    [
      {
        kind: 'change',
        machine: context.machine,
        target: { sort: 'adjuster', name },
        verb,
        reach: 'altered',
        ...(ends.from ? { from: short(ends.from) } : {}),
        ...(ends.to ? { to: short(ends.to) } : {}),
      },
    ],
    [{ does: 'works on', target: name, verb, reach: 'altered' }, ...reachEffects(context, name)],
  )
}

const kinds: Readonly<Record<FoundSort, FindingKind>> = {
  leak: 'leak residue',
  corrosion: 'corrosion',
  rust: 'rust',
  crack: 'crack',
  yellowing: 'yellowing',
  dirt: 'dirt',
  residue: 'other',
  'broken track': 'broken track',
  'lifted pad': 'lifted pad',
  scorched: 'scorched part',
  stain: 'stain',
  loss: 'loss',
  mould: 'mould',
  'earlier work': 'earlier work',
  marker: 'marker or scratches',
  scratch: 'marker or scratches',
  brittle: 'brittle plastic',
  other: 'other',
}

/** The zone that a place belongs to: its own name, the board that a position sits on, else the machine as a whole. */
export function zoneOf(where: string, { context }: Scene): string {
  const lower = where.toLowerCase()
  const zones = context.zones.map((z) => z.name)
  const named = [...zones]
    .sort((a, b) => b.length - a.length)
    .find((z) => lower.includes(z.toLowerCase()) || lower.includes(z.toLowerCase().replace(/s$/, '')))
  if (named) return named
  const slot = context.slots
    .filter((s) =>
      new RegExp(`(^|\\W)${s.position.designator.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(\\W|$)`, 'i').test(
        where,
      ),
    )
    .sort((a, b) => b.position.designator.length - a.position.designator.length)[0]
  const on = slot?.position.on ?? slot?.position.designator
  const around = zones.find((z) => z.toLowerCase() === on?.toLowerCase())
  return around ?? (slot ? (zones.find((z) => /board/i.test(z)) ?? 'whole machine') : 'whole machine')
}

function find(act: Of<'find'>, scene: Scene): Parsed {
  const { context } = scene
  const zone = zoneOf(act.where ?? act.words ?? '', scene)
  const rubber = /rubber|foam/i.test(context.zones.find((z) => z.name === zone)?.material ?? '')
  const sort = act.finding === 'brittle' && rubber ? 'perished foam or rubber' : kinds[act.finding]
  const body: BodyOf<'finding'> = {
    kind: 'finding',
    what: 'noted',
    machine: context.machine,
    zone,
    sort,
    severity: act.finding === 'earlier work' || act.finding === 'marker' ? 'trace' : 'disfigures',
    activity: 'not judged',
    danger: 'none',
    contained: false,
    loaded: false,
    hypothesis: false,
    ...(act.where && act.where.toLowerCase() !== zone.toLowerCase() ? { place: short(act.where) } : {}),
    ...(act.words ? { words: act.words } : {}),
  }
  return done([body], [{ does: 'finds', sort, zone, severity: body.severity, activity: body.activity }])
}

function incident(act: Of<'incident'>, scene: Scene): Parsed {
  const slot =
    act.where &&
    scene.context.slots.find((s) => act.where?.toLowerCase().includes(s.position.designator.toLowerCase()))
  const parsed = parseIncident(act.words, scene)
  if (!slot || !parsed.ok) return parsed
  const target = {
    sort: slot.position.assembly ? ('assembly' as const) : ('position' as const),
    name: slot.position.designator,
  }
  return done(
    [{ kind: 'incident', machine: scene.context.machine, words: act.words, target }],
    [{ does: 'happens', words: act.words, target: target.name }, ...reachEffects(scene.context, target.name)],
  )
}

/** How long something waits when nobody says. */
const usualHours = 8
function wait(act: Of<'wait'>, scene: Scene, everyMinutes?: number): Parsed {
  const until = act.until
    ? instantOf(act.until, scene.zone)
    : msToInstant(instantToMs(scene.now) + (act.hours ?? usualHours) * 3_600_000)
  const what = short(act.what ?? 'wait')
  const every = everyMinutes === undefined ? undefined : Math.max(1, Math.round(everyMinutes))
  return done(
    [
      {
        kind: 'wait',
        machine: scene.context.machine,
        what,
        until,
        ...(every ? { everyMinutes: every } : {}),
      },
    ],
    [{ does: 'waits', what, until, everyMinutes: every }],
  )
}

/** How many words of one text stand in another. */
const common = (a: string, b: string): number => {
  const inB = new Set(b.toLowerCase().match(/[a-z0-9]{3,}/g))
  return (a.toLowerCase().match(/[a-z0-9]{3,}/g) ?? []).filter((w) => inB.has(w)).length
}
const nearest = <T extends { readonly what?: string; readonly words?: string }>(
  list: readonly T[],
  text: string,
): T | undefined => {
  const ranked = [...list]
    .map((x) => ({ x, n: common(text, x.what ?? x.words ?? '') }))
    .sort((a, b) => b.n - a.n)
  return (ranked[0]?.n ?? 0) > 0 ? ranked[0]?.x : list.length === 1 ? list[0] : undefined
}

function waitOver(act: Of<'wait over'>, scene: Scene): Parsed {
  const { context } = scene
  const open = nearest(context.waits, act.what)
  if (!open) return note(`${act.what}: over`, scene)
  return done(
    [{ kind: 'wait', machine: context.machine, over: open.entry }],
    [{ does: 'ends wait', words: open.what }],
  )
}

function claim(act: Of<'claim'>, scene: Scene): Parsed {
  const by = partyOf(act.by, scene)
  return done(
    [
      {
        body: {
          kind: 'claim',
          machine: scene.context.machine,
          ...(by ? { by } : {}),
          claims: [{ says: 'not said', words: act.words }],
        },
        basis: 'told',
      },
    ],
    [{ does: 'claims', by: act.by, words: act.words }],
  )
}

function answer(act: Of<'answer'>, scene: Scene): Parsed {
  const { context } = scene
  const open = nearest(context.questions, act.words)
  if (!open) return note(`${act.by ? `${act.by}: ` : ''}${act.words}`, scene)
  return done(
    [
      {
        kind: 'question',
        what: 'answered',
        machine: context.machine,
        question: open.entry,
        words: `${act.by ? `${act.by}: ` : ''}${act.words}`,
      },
    ],
    [{ does: 'answers', words: open.words }],
  )
}

/** What is meant and not done: it is listed until it is done or dropped, from the day that is said on. */
function planned(words: string, on: string | undefined, scene: Scene): Parsed {
  const until = on === undefined ? undefined : instantOf(on.slice(0, 10), scene.zone)
  // Due on the morning of that day.
  const from = until === undefined ? undefined : msToInstant(instantToMs(until) - 86_399_999)
  return done(
    [
      {
        kind: 'task',
        what: 'put off',
        machine: scene.context.machine,
        task: short(words),
        ...(words.length > 80 ? { reason: words } : {}),
        ...(from ? { until: from } : {}),
      },
    ],
    [{ does: 'plans', words, on: from }],
  )
}

/** A lot by what it is called: the house is asked once; unknown, the line is kept as a note. */
function stock(what: string, scene: Scene, make: (lot: string) => Parsed, line: string): Parsed {
  const word = what.trim().toUpperCase()
  const looked = scene.lookUp(word)
  if (looked === undefined) return { ok: false, needs: word }
  return looked.lot?.tag ? make(looked.lot.tag) : note(line, scene)
}

function counted(act: Of<'count'>, scene: Scene, line: string): Parsed {
  return stock(
    act.what,
    scene,
    (tag) => {
      const lot = scene.lookUp(act.what.trim().toUpperCase())?.lot ?? scene.lookUp(tag)?.lot
      const heap = lot && [...lot.heaps].sort((a, b) => b.n - a.n)[0]
      if (!lot || !heap) return note(line, scene)
      return done(
        [{ kind: 'count', lot: lot.id, place: heap.place, n: act.count }],
        [{ does: 'counts stock', what: lot.label, n: act.count }],
      )
    },
    line,
  )
}

function bought(act: Of<'buy'>, scene: Scene, line: string): Parsed {
  const n = act.count
  if (n === undefined) return note(line, scene)
  return stock(
    act.what,
    scene,
    () => {
      const lot = scene.lookUp(act.what.trim().toUpperCase())?.lot
      const heap = lot && [...lot.heaps].sort((a, b) => b.n - a.n)[0]
      if (!lot || !heap) return note(line, scene)
      return done(
        [
          {
            kind: 'lot',
            what: 'got',
            lot: lot.id,
            n,
            place: heap.place,
            origin: 'bought',
            ...(act.price === undefined ? {} : { words: `for ${act.price}` }),
          },
        ],
        [{ does: 'buys', what: lot.label, n }],
      )
    },
    line,
  )
}

export type { Effect }
