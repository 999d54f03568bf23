/** Reducers for what is said of a machine as a whole: facts, claims, hazards, questions, custody, readings. */
import type { BodyOf } from '../bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import { machineDraft, noteInterval, plannedPositions, type MachineDraft, type WorldDraft } from '../draft.ts'
import type { Statement } from '../versions.ts'

export function reduceMachine(world: WorldDraft, entry: Statement, body: BodyOf<'machine'>) {
  const machine = machineDraft(world, body.machine)
  if (body.what === 'met') {
    for (const f of body.functions) {
      const at = machine.metFunctions.findIndex((m) => m.name === f.name)
      const held = machine.metFunctions[at]
      // What it needs adds up; the rest stands as it was first said.
      if (held)
        machine.metFunctions[at] = { ...held, dependsOn: [...new Set([...held.dependsOn, ...f.dependsOn])] }
      else machine.metFunctions.push(f)
    }
    machine.metPositions.push(
      ...body.positions.filter((p) => !machine.metPositions.some((m) => m.designator === p.designator)),
    )
    return
  }
  const facts = body.what === 'registered' ? body : body.set
  if (body.what === 'registered') {
    machine.registered = entry
    machine.entryNumber = body.entryNumber
    machine.source = body.source
    machine.price = body.price
    machine.guided = body.guided === true
  }
  if (facts.name !== undefined) machine.name = facts.name
  if (facts.type !== undefined) machine.type = facts.type
  if (facts.revision !== undefined) machine.revision = facts.revision
  if (facts.serial !== undefined) machine.serial = facts.serial
  if (facts.accessionNumber !== undefined) machine.accessionNumber = facts.accessionNumber
  if (facts.owner !== undefined) machine.owner = facts.owner
  if (facts.legal !== undefined) machine.legal = facts.legal
  if (facts.attributes !== undefined) machine.attributes = { ...machine.attributes, ...facts.attributes }
  if (facts.noneThere !== undefined)
    machine.noneThere = [...new Set([...machine.noneThere, ...facts.noneThere])]
  if (facts.aliases !== undefined) machine.aliases = [...facts.aliases]
  if (facts.marks !== undefined) machine.marks = [...facts.marks]
  if (facts.face !== undefined) machine.face = facts.face
  if (facts.purpose !== undefined) {
    machine.purpose = facts.purpose
    machine.purposeSaid = entry
  }
}

export function reduceClaim(world: WorldDraft, entry: Statement, body: BodyOf<'claim'>, order: number) {
  const machine = machineDraft(world, body.machine)
  for (const claim of body.claims)
    machine.claims.push({ entry, order, says: claim.says, words: claim.words, fn: claim.fn })
}

export function reduceTest(world: WorldDraft, entry: Statement, body: BodyOf<'test'>, order: number) {
  const machine = machineDraft(world, body.machine)
  noteInterval(machine, entry)
  const off = machine.powered
  const switchedOff =
    off?.body.kind === 'power' &&
    off.body.way === 'off' &&
    entry.episode !== undefined &&
    off.episode === entry.episode
  for (const { fn, result, minutes, by } of body.results) {
    const record = { entry, order, fn, result, body, minutes, by, switchedOff }
    const list = machine.tests.get(fn)
    if (list) (list as (typeof record)[]).push(record)
    else machine.tests.set(fn, [record])
  }
}

export function reduceChange(world: WorldDraft, entry: Statement, body: BodyOf<'change'>, order: number) {
  const machine = machineDraft(world, body.machine)
  noteInterval(machine, entry)
  machine.steps.push({
    entry,
    order,
    target: body.target,
    reach: body.reach,
    verb: body.verb,
    within: assembliesAround(world, body.machine, body.target.name, body.on),
    from: body.from,
    to: body.to,
  })
}

/** The assemblies around a position of the machine, nearest first; around what no sheet lists, those that were said. */
function assembliesAround(world: WorldDraft, machine: MachineId, name: string, said?: string): string[] {
  const positions = plannedPositions(world, machine)
  const on = (designator: string) => positions.find((p) => p.designator === designator)?.on
  const within: string[] = []
  for (let at = on(name) ?? said; at !== undefined && within.length < 20; at = on(at)) within.push(at)
  return within
}

const wholeMachine = { sort: 'machine', name: 'whole machine' } as const

export function reduceIncident(world: WorldDraft, entry: Statement, body: BodyOf<'incident'>, order: number) {
  const machine = machineDraft(world, body.machine)
  noteInterval(machine, entry)
  // What happened to something that nobody knows may have reached anything.
  const known = plannedPositions(world, body.machine).some((p) => p.designator === body.target?.name)
  const target = known && body.target ? body.target : wholeMachine
  machine.steps.push({
    entry,
    order,
    target,
    reach: 'altered',
    verb: body.damage ? 'damaged' : 'incident',
    within: assembliesAround(world, body.machine, target.name),
  })
}

export function reduceConnection(
  world: WorldDraft,
  entry: Statement,
  body: BodyOf<'connection'>,
  order: number,
) {
  const machine = machineDraft(world, body.machine)
  noteInterval(machine, entry)
  const before = machine.connections.get(body.connector)?.body
  const said = body.on ?? (before?.kind === 'connection' ? before.on : undefined)
  const within = assembliesAround(world, body.machine, body.connector, said)
  const known = plannedPositions(world, body.machine).some((p) => p.designator === body.connector)
  if (body.way === 'off') machine.connections.set(body.connector, entry)
  else machine.connections.delete(body.connector)
  machine.steps.push({
    entry,
    order,
    target: { sort: 'wire', name: body.connector },
    reach: 'disturbed',
    verb: body.way === 'off' ? 'disconnected' : 'connected',
    within,
    anywhere: !known && within.length === 0,
  })
}

export function reduceFastening(world: WorldDraft, body: BodyOf<'fastening'>) {
  const machine = machineDraft(world, body.machine)
  const held = machine.fasteners.get(body.size) ?? {
    size: body.size,
    off: 0,
    on: 0,
    loose: 0,
    missing: 0,
    lost: 0,
    cups: [],
    whats: [],
  }
  const counted = (...ways: readonly (typeof body.way)[]) => (ways.includes(body.way) ? body.count : 0)
  const add = (list: readonly string[], text?: string) =>
    text && !list.includes(text) ? [...list, text] : list
  machine.fasteners.set(body.size, {
    size: body.size,
    off: held.off + counted('off'),
    on: held.on + counted('on'),
    loose: Math.max(0, held.loose + counted('loosened') - counted('tightened')),
    missing: held.missing + counted('missing', 'lost'),
    lost: held.lost + counted('lost'),
    cups: add(held.cups, body.cup),
    whats: add(held.whats, body.what),
  })
}

export function reduceHazard(world: WorldDraft, entry: Statement, body: BodyOf<'hazard'>) {
  const machine = machineDraft(world, body.machine)
  if (body.what === 'noted') machine.hazards.push({ entry, words: body.words, barsPower: body.barsPower })
  else
    machine.hazards = machine.hazards.map((h) =>
      h.entry.id === body.hazard && !h.cleared ? { ...h, cleared: entry } : h,
    )
}

export function reduceQuestion(world: WorldDraft, entry: Statement, body: BodyOf<'question'>) {
  const machine = machineDraft(world, body.machine)
  if (body.what === 'asked') machine.questions.push({ entry, words: body.words })
  else
    machine.questions = machine.questions.map((q) =>
      q.entry.id === body.question ? { ...q, answer: entry } : q,
    )
}

export function reduceTask(world: WorldDraft, entry: Statement, body: BodyOf<'task'>) {
  const machine = machineDraft(world, body.machine)
  if (body.what === 'put off') {
    machine.tasks.push({
      left: entry,
      what: 'put off',
      words: body.task,
      reason: body.reason,
      until: body.until,
    })
    return
  }
  const same = body.task?.toLowerCase()
  machine.tasks = machine.tasks.map((t) =>
    t.left.id === body.left &&
    !t.ended &&
    (same === undefined ? t.what === 'next' : t.words.toLowerCase() === same)
      ? { ...t, ended: entry }
      : t,
  )
}

export function reduceAdvice(world: WorldDraft, entry: Statement, body: BodyOf<'advice'>) {
  const machine = machineDraft(world, body.machine)
  if (body.what === 'said') machine.advice.push({ entry, said: body })
  else machine.advice = machine.advice.map((a) => (a.entry.id === body.advice ? { ...a, became: entry } : a))
}

export function reduceOnset(world: WorldDraft, entry: Statement, body: BodyOf<'onset'>) {
  const machine = machineDraft(world, body.machine)
  const said = (s: Statement) => s.body.kind === 'onset' && s.body.of.toLowerCase() === body.of.toLowerCase()
  machine.onsets = [...machine.onsets.filter((s) => !said(s)), entry]
}

export function reduceDiagnosis(world: WorldDraft, entry: Statement, body: BodyOf<'diagnosis'>) {
  machineDraft(world, body.machine).diagnoses.push(entry)
}

/** A step that ends a sitting leaves its next step, in place of the one that its episode left before, and what was put off. */
function leaveTasks(machine: MachineDraft, entry: Statement, body: BodyOf<'episode'>) {
  if (body.what !== 'paused' && body.what !== 'closed') return
  machine.tasks = machine.tasks.filter((t) => t.what !== 'next' || t.ended || stepOf(t.left) !== body.episode)
  if (!nothing.test(body.next)) machine.tasks.push({ left: entry, what: 'next', words: body.next })
  if (body.what === 'closed')
    for (const d of body.deferred)
      machine.tasks.push({ left: entry, what: 'put off', words: d.what, reason: d.reason, until: d.until })
}

/** Whoever stops may say that there is nothing to be done next. */
const nothing = /^\s*(?:nothing|none|no|[-–—])?\.?\s*$/i

const stepOf = ({ body }: Statement) =>
  body.kind === 'episode' && body.what !== 'opened' ? body.episode : undefined

export function reduceCustody(world: WorldDraft, entry: Statement, body: BodyOf<'custody'>, order: number) {
  const machine = machineDraft(world, body.machine)
  noteInterval(machine, entry)
  machine.custody.push(entry)
  if (body.carriage !== 'by hand')
    machine.steps.push({
      entry,
      order,
      target: wholeMachine,
      reach: 'disturbed',
      verb: `carried by ${body.carriage}`,
      within: [],
    })
}

export function reduceEpisode(world: WorldDraft, entry: Statement, body: BodyOf<'episode'>) {
  const machine = machineDraft(world, body.machine)
  if (body.what === 'opened') {
    world.episodeMachines.set(entry.id, body.machine)
    machine.episodes.push({
      id: entry.id,
      machine: body.machine,
      number: machine.episodes.length + 1,
      title: body.title,
      opened: entry,
      state: 'open',
      lastStep: entry,
      next: '',
      lie: '',
    })
    return
  }
  leaveTasks(machine, entry, body)
  machine.episodes = machine.episodes.map((episode) => {
    if (episode.id !== body.episode) return episode
    if (body.what === 'paused')
      return { ...episode, state: 'paused', lastStep: entry, next: body.next, lie: body.lie }
    if (body.what === 'resumed') return { ...episode, state: 'open', lastStep: entry }
    return { ...episode, state: 'closed', lastStep: entry, next: body.next, closed: entry }
  })
}

export function reducePower(world: WorldDraft, entry: Statement, body: BodyOf<'power'>, order: number) {
  const machine = machineDraft(world, body.machine)
  machine.powered = entry
  if (body.way === 'off') return
  machine.powerUps++
  machine.powerUpOrder = order
  if (entry.episode) machine.powerUpsIn.set(entry.episode, (machine.powerUpsIn.get(entry.episode) ?? 0) + 1)
}

export function reducePrecaution(
  world: WorldDraft,
  entry: Statement,
  body: BodyOf<'precaution'>,
  order: number,
) {
  const machine = machineDraft(world, body.machine)
  machine.precautions.push({
    entry,
    what: body.what,
    read: body.read,
    words: body.words,
    powerUps: machine.powerUps,
    order,
  })
}

export function reduceWait(world: WorldDraft, entry: Statement, body: BodyOf<'wait'>) {
  const machine = machineDraft(world, body.machine)
  if ('over' in body)
    machine.waits = machine.waits.map((w) =>
      w.entry.id === body.over && !w.over ? { ...w, over: entry } : w,
    )
  else machine.waits.push({ entry, what: body.what, until: body.until, everyMinutes: body.everyMinutes })
}

export function reduceJot(world: WorldDraft, entry: Statement, body: BodyOf<'jot'>) {
  const machine = machineDraft(world, body.machine)
  if (body.what === 'made') machine.jots.push({ entry, words: body.words, voice: body.voice })
  else
    machine.jots = machine.jots.map((j) =>
      j.entry.id === body.jot ? { ...j, into: [...new Set([...(j.into ?? []), ...body.into])] } : j,
    )
}

export function reduceReading(world: WorldDraft, entry: Statement, body: BodyOf<'reading'>) {
  const { point, read, nominal, tolerance, load, instrument } = body
  machineDraft(world, body.machine).readings.push({
    entry,
    point,
    read,
    nominal,
    tolerance,
    load,
    instrument,
  })
}
