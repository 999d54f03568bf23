/** Work that is no move: cleaning, soldering, adjusting, fastening, readings, waits, questions, stopping. */
import type { Body } from '#core/history/bodies/index.ts'
import type { Reach, Target } from '#core/history/bodies/change.ts'
import { takeDesignators } from '#core/parts/designators.ts'
import { evidenceAtRisk } from '#core/provenance/evidence.ts'
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import { firstWord, takeDuration, takeName } from './read.ts'
import { byMethod, takeMethod } from './methods.ts'
import { done, wrong, type Effect, type Parsed, type Scene } from './types.ts'

/** Verbs of work with the reach that is preset for them; a word after "as" alters it ("clean lid as outside"). */
export const workVerbs: Readonly<Record<string, { readonly verb: string; readonly reach: Reach }>> = {
  clean: { verb: 'cleaned', reach: 'disturbed' },
  wipe: { verb: 'wiped', reach: 'outside' },
  wash: { verb: 'washed', reach: 'disturbed' },
  reseat: { verb: 'reseated', reach: 'disturbed' },
  lift: { verb: 'lifted', reach: 'disturbed' },
  solder: { verb: 'soldered', reach: 'altered' },
  resolder: { verb: 'resoldered', reach: 'altered' },
  wire: { verb: 'wired', reach: 'altered' },
  cut: { verb: 'cut', reach: 'altered' },
  mend: { verb: 'mended', reach: 'altered' },
  oil: { verb: 'oiled', reach: 'altered' },
  paint: { verb: 'painted', reach: 'outside' },
  label: { verb: 'labelled', reach: 'outside' },
  work: { verb: 'worked on', reach: 'altered' },
}

/** "R21-R30, C3 …": several designators at once; undefined for one target or another kind of it. */
function targetsOf(text: string, scene: Scene): { targets: readonly Target[]; rest: string } | undefined {
  const list = takeDesignators(text)
  if (!list || list.names.length < 2) return undefined
  const known = new Map(scene.context.slots.map((s) => [s.position.designator.toLowerCase(), s.position]))
  return {
    rest: list.rest,
    targets: list.names.map((name) => {
      const position = known.get(name.toLowerCase())
      return { sort: position?.assembly ? 'assembly' : 'position', name: position?.designator ?? name }
    }),
  }
}

function targetOf(text: string, scene: Scene): { target: Target; rest: string } {
  const zones = scene.context.zones.map((z) => z.name)
  const slot = takeName(text, [...scene.context.slots.map((s) => s.position.designator), ...zones])
  if (
    slot &&
    zones.includes(slot.name) &&
    !scene.context.slots.some((s) => s.position.designator === slot.name)
  )
    return { target: { sort: 'surface', name: slot.name }, rest: slot.rest }
  if (slot) {
    const assembly = scene.context.slots.find((s) => s.position.designator === slot.name)?.position.assembly
    return { target: { sort: assembly ? 'assembly' : 'position', name: slot.name }, rest: slot.rest }
  }
  const quoted = /^"([^"]+)"\s*(.*)$/.exec(text)
  const { word, rest } = quoted ? { word: quoted[1] ?? '', rest: quoted[2] ?? '' } : firstWord(text)
  return { target: { sort: 'surface', name: word.replace(/,$/, '') }, rest }
}

const retestsOf = (scene: Scene, target: Target, reach: Reach): Effect[] => {
  if (reach === 'outside') return []
  const known = scene.context.slots.some((s) => s.position.designator === target.name)
  const functions = scene.context.functions
    .filter((f) => f.dependsOn.length === 0 || f.dependsOn.includes(target.name) || !known)
    .map((f) => f.name)
  return functions.length > 0 ? [{ does: 'asks for retest', functions }] : []
}

export function parseWork(word: string, text: string, scene: Scene): Parsed {
  const preset = workVerbs[word]
  if (!preset || text.trim() === '' || text.includes('…'))
    return wrong({ why: 'form', form: `${word} keycaps detergent 40m` })
  const set = /\s+as\s+(outside|disturbed|altered)\b/i.exec(text)
  const unset = set ? text.replace(set[0], '') : text
  const followed = takeMethod(unset, scene)
  if (followed) {
    const parsed = parseWork(word, followed.rest + (set?.[0] ?? ''), scene)
    return parsed.ok ? byMethod(parsed, followed.method, scene) : parsed
  }
  const body = unset
  const reach = (set?.[1]?.toLowerCase() as Reach | undefined) ?? preset.reach
  const many = targetsOf(body.trim(), scene)
  if (many)
    return done(
      many.targets.map((target): Body => ({
        kind: 'change',
        machine: scene.context.machine,
        target,
        verb: preset.verb,
        reach,
        ...(many.rest ? { words: many.rest } : {}),
      })),
      [
        {
          does: 'works on many',
          count: many.targets.length,
          targets: many.targets.map((t) => t.name),
          verb: preset.verb,
          reach,
        },
      ],
    )
  const { target, rest } = targetOf(body.trim(), scene)
  const change: Body = {
    kind: 'change',
    machine: scene.context.machine,
    target,
    verb: preset.verb,
    reach,
    ...(rest ? { words: rest } : {}),
  }
  const effects: Effect[] = [
    { does: 'works on', target: target.name, verb: preset.verb, reach },
    ...retestsOf(scene, target, reach),
  ]
  if (word !== 'wash') return done([change], effects)
  // What is washed dries before power: the house says how long.
  const until = msToInstant(instantToMs(scene.now) + scene.context.washHours * 3_600_000)
  const what = `${target.name} drying`
  return done(
    [change, { kind: 'wait', machine: scene.context.machine, what, until }],
    [...effects, { does: 'waits', what, until }],
  )
}

export function parseVerify(text: string, scene: Scene): Parsed {
  const many = targetsOf(text.trim(), scene)
  if (many)
    return done(
      many.targets.map((target): Body => ({
        kind: 'change',
        machine: scene.context.machine,
        target,
        verb: 'verified',
        reach: 'outside',
        verified: true,
        ...(many.rest ? { words: many.rest } : {}),
      })),
      [
        {
          does: 'works on many',
          count: many.targets.length,
          targets: many.targets.map((t) => t.name),
          verb: 'verified',
          reach: 'outside',
        },
      ],
    )
  const { target, rest } = targetOf(text.trim(), scene)
  if (!target.name) return wrong({ why: 'form', form: 'verify C12 polarity, print and part agree' })
  return done(
    [
      {
        kind: 'change',
        machine: scene.context.machine,
        target,
        verb: 'verified',
        reach: 'outside',
        verified: true,
        ...(rest ? { words: rest } : {}),
      },
    ],
    [{ does: 'works on', target: target.name, verb: 'verified', reach: 'outside' }],
  )
}

export function parseAdjust(text: string, scene: Scene): Parsed {
  const match = /^(.+?)\s+(?:from\s+)?(\S+)\s+(?:to|→|->)\s+(\S+)\s*(.*)$/i.exec(text.trim())
  const name = (match ? match[1] : text)?.trim().replace(/^"(.*)"$/, '$1')
  if (!name) return wrong({ why: 'form', form: 'adjust brightness from 3 to 5' })
  const target: Target = { sort: 'adjuster', name }
  const change: Body = {
    kind: 'change',
    machine: scene.context.machine,
    target,
    verb: 'adjusted',
    reach: 'altered',
    ...(match?.[2] ? { from: match[2] } : {}),
    ...(match?.[3] ? { to: match[3] } : {}),
    ...(match?.[4] ? { words: match[4] } : {}),
  }
  return done(
    [change],
    [
      { does: 'works on', target: name, verb: 'adjusted', reach: 'altered' },
      ...retestsOf(scene, target, 'altered'),
    ],
  )
}

/** "off lid 6 M3x10 cup 2" and "on lid 6 M3x10". */
export function parseFastening(way: 'off' | 'on', text: string, scene: Scene): Parsed {
  const match = /^(.+?)\s+(\d+)\s+(?:x\s+)?(\S+)(?:\s+(?:cup|in)?\s*(.+))?$/i.exec(text.trim())
  if (!match) return wrong({ why: 'form', form: `${way} lid 6 M3x10 cup 2` })
  const count = Number(match[2])
  const size = (match[3] ?? '').replace('×', 'x')
  const held = scene.context.fasteners.find((f) => f.size === size)
  const left = (held?.off ?? 0) - (held?.on ?? 0) + (way === 'off' ? count : -count)
  // What comes off goes into the cup that was used last, unless another one is named.
  const cup = match[4]
    ? `cup ${match[4].replace(/^cup\s*/i, '')}`
    : way === 'off'
      ? scene.context.kept.cup
      : undefined
  return done(
    [
      {
        kind: 'fastening',
        machine: scene.context.machine,
        way,
        what: match[1] ?? '',
        count,
        size,
        ...(cup ? { cup } : {}),
      },
    ],
    [
      { does: 'fastens', way, count, size, left, cup: match[4] ? undefined : cup },
      ...(way === 'off' ? evidenceAtRisk(scene.context.evidence, match[1] ?? '') : []).map((e): Effect => ({
        does: 'breaks evidence',
        sort: e.sort,
        where: e.where,
        unseen: true,
      })),
    ],
  )
}

export function parseConnection(way: 'off' | 'on', text: string, scene: Scene): Parsed {
  const connector =
    way === 'on' ? (takeName(text.trim(), scene.context.connectionsOff)?.name ?? text.trim()) : text.trim()
  if (!connector) return wrong({ why: 'form', form: way === 'off' ? 'unplug J3' : 'plug J3' })
  return done(
    [{ kind: 'connection', machine: scene.context.machine, connector, way }],
    [{ does: 'connects', connector, way }],
  )
}

/** How long something that rings again and again goes on when nobody says. */
const usualHours = 8

/** "wait case 24h dry", "wait 4h every 15m brush the cream", "wait every 15m look at the tub". */
export function parseWait(text: string, scene: Scene): Parsed {
  const form = 'wait case 24h dry'
  const again = /(?:^|\s)every\s+(\d+)\s*(m|min|h)\b/i.exec(text)
  const everyMinutes = again ? Number(again[1]) * (again[2]?.toLowerCase() === 'h' ? 60 : 1) : undefined
  const left = again ? `${text.slice(0, again.index)} ${text.slice(again.index + again[0].length)}` : text
  const duration =
    takeDuration(left) ??
    (again ? { ms: usualHours * 3_600_000, rest: left.replace(/\s+/g, ' ').trim() } : undefined)
  if (
    !duration ||
    !duration.rest ||
    everyMinutes === 0 ||
    (everyMinutes !== undefined && everyMinutes > 1440)
  )
    return wrong({ why: 'form', form: again ? 'wait 4h every 15m brush the cream' : form })
  const until = msToInstant(instantToMs(scene.now) + duration.ms)
  return done(
    [
      {
        kind: 'wait',
        machine: scene.context.machine,
        what: duration.rest,
        until,
        ...(everyMinutes ? { everyMinutes } : {}),
      },
    ],
    [{ does: 'waits', what: duration.rest, until, everyMinutes }],
  )
}

/** "over 1 dry to the touch": the first of the waits as the left column lists them. */
export function parseOver(text: string, scene: Scene): Parsed {
  const match = /^(\d+)\s*(.*)$/.exec(text.trim())
  const wait = match ? scene.context.waits[Number(match[1]) - 1] : undefined
  if (!wait) return wrong({ why: 'form', form: 'over 1 dry to the touch' })
  return done(
    [
      {
        kind: 'wait',
        machine: scene.context.machine,
        over: wait.entry,
        ...(match?.[2] ? { words: match[2] } : {}),
      },
    ],
    [{ does: 'ends wait', words: wait.what }],
  )
}

export function parseAsk(text: string, scene: Scene): Parsed {
  return text.trim()
    ? done(
        [{ kind: 'question', what: 'asked', machine: scene.context.machine, words: text.trim() }],
        [{ does: 'asks', words: text.trim() }],
      )
    : wrong({ why: 'form', form: 'ask what is the wire at R12?' })
}

/** "answer 1 it is factory": the first of the open questions as the left column lists them. */
export function parseAnswer(text: string, scene: Scene): Parsed {
  const match = /^(\d+)\s+(.+)$/.exec(text.trim())
  const question = match ? scene.context.questions[Number(match[1]) - 1] : undefined
  if (!match?.[2] || !question) return wrong({ why: 'form', form: 'answer 1 it is a factory link' })
  return done(
    [
      {
        kind: 'question',
        what: 'answered',
        machine: scene.context.machine,
        question: question.entry,
        words: match[2],
      },
    ],
    [{ does: 'answers', words: question.words }],
  )
}

export function parseHazard(text: string, scene: Scene): Parsed {
  const cleared = /^(?:clear|cleared|over)\s+(\d+)\s*(.*)$/i.exec(text.trim())
  if (cleared) {
    const hazard = scene.context.hazards[Number(cleared[1]) - 1]
    if (!hazard) return wrong({ why: 'form', form: 'hazard clear 1 dried, measured' })
    return done(
      [
        {
          kind: 'hazard',
          what: 'cleared',
          machine: scene.context.machine,
          hazard: hazard.entry,
          words: cleared[2] || 'cleared',
        },
      ],
      [{ does: 'clears hazard', words: hazard.words }],
    )
  }
  if (!text.trim()) return wrong({ why: 'form', form: 'hazard leak under the supply' })
  return done(
    [{ kind: 'hazard', what: 'noted', machine: scene.context.machine, words: text.trim(), barsPower: true }],
    [{ does: 'bars power', words: text.trim() }],
  )
}

export function parsePower(text: string, scene: Scene): Parsed {
  const match = /^(on|off)\b\s*(.*)$/i.exec(text.trim())
  if (!match) return wrong({ why: 'form', form: 'power on' })
  const way = match[1]?.toLowerCase() === 'on' ? 'on' : 'off'
  return done(
    [{ kind: 'power', machine: scene.context.machine, way, ...(match[2] ? { words: match[2] } : {}) }],
    [{ does: way === 'on' ? 'powers on' : 'powers off', words: match[2] ?? '' }],
  )
}

/** "stop: next try the keyboard": where things lie is known from the tray; unplugged is taken as said. */
export function parseStop(text: string, scene: Scene): Parsed {
  const next = text.trim().replace(/^(?:next)\b:?\s*/i, '')
  return done(
    [
      {
        kind: 'episode',
        what: 'paused',
        machine: scene.context.machine,
        episode: scene.context.episode,
        lie: '',
        unplugged: true,
        next,
      },
    ],
    [{ does: 'stops', words: next }],
  )
}

export const parseNote = (text: string, scene: Scene): Parsed =>
  text.trim()
    ? done(
        [{ kind: 'note', machine: scene.context.machine, words: text.trim() }],
        [{ does: 'notes', words: text.trim() }],
      )
    : wrong({ why: 'form', form: 'note the label says 1983' })

/** "jot the second screw was shorter": kept with nothing asked. */
export const parseJot = (text: string, scene: Scene): Parsed =>
  text.trim()
    ? done(
        [{ kind: 'jot', what: 'made', machine: scene.context.machine, words: text.trim() }],
        [{ does: 'jots', words: text.trim() }],
      )
    : wrong({ why: 'form', form: 'jot the second screw was shorter' })
