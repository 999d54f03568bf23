/** Names for the ids that a view mentions, so that a screen needs no second look-up. */
import { sortKey, type Instant } from '#core/quantity/time.ts'
import type { LotId, PartId } from '#core/ids.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { Statement } from '#core/history/versions.ts'
import type { World } from '#core/history/world.ts'
import type { Place } from '#core/place.ts'
import { homeOf, machineAround, partKindOf, type When } from '#core/history/presence.ts'

export type Labels = Readonly<Record<string, string>>

export const machineNumber = (machine: {
  accessionNumber?: string | undefined
  entryNumber: string
}): string => machine.accessionNumber ?? machine.entryNumber

/** "P-0417 character ROM", or "IC31 character ROM" for one that never had a tag. */
export function partLabel(world: World, id: PartId): string {
  const part = world.parts.get(id)
  const kind = part?.name ?? partKindOf(world, id) ?? 'part'
  const called = part?.tag ?? part?.start?.position
  return called && !kind.toLowerCase().includes(called.toLowerCase()) ? `${called} ${kind}` : kind
}

/** "L-0012 electrolytic capacitor 100 µF 25 V": what one of them is, and its tag. */
export function lotLabel(world: World, id: LotId): string {
  const lot = world.lots.get(id)
  if (!lot) return 'a lot'
  const kind = lot.name ?? lot.partKind ?? 'parts'
  const rated = [lot.attributes['value'], lot.attributes['rating']].filter(
    (text) => text !== undefined && !kind.includes(text),
  )
  return [lot.tag, kind, ...rated].filter((text) => text !== undefined).join(' ')
}

/** "IC31 of T-014", "tray, bag 3", "drawer 4", "Marit Voss". */
export function placeLabel(world: World, place: Place, seenFrom?: string, when?: When): string {
  const { kind, id } = place.in
  switch (kind) {
    case 'machine':
    case 'assembly': {
      const machine = machineAround(world, place, when)
      const slot = place.position ?? ''
      if (!machine || machine.id === seenFrom)
        return slot || (machine ? machineNumber(machine) : 'an assembly')
      return slot ? `${slot} of ${machineNumber(machine)}` : machineNumber(machine)
    }
    case 'tray':
      return place.position ? `tray, ${place.position}` : 'tray'
    case 'kept': {
      const machine = world.machines.get(id as never)
      if (machine && machine.id === seenFrom)
        return `kept with it${place.position ? `, ${place.position}` : ''}`
      return machine ? `kept with ${machineNumber(machine)}` : 'kept with its machine'
    }
    case 'person':
    case 'party':
      return world.parties.get(id as never)?.name ?? 'somebody'
    case 'gone':
      return id
    default:
      return place.position ? `${id}, ${place.position}` : id
  }
}

/** The machine around an assembly now, and at the time of the entry where that was another. */
const addPlace = (world: World, labels: Record<string, string>, place: Place, at?: Instant) => {
  const { kind, id } = place.in
  if (kind === 'machine' || kind === 'kept') addMachine(world, labels, id)
  else if (kind === 'assembly') {
    const machine = machineAround(world, place)
    labels[id] = partLabel(world, id as PartId)
    if (machine) labels[`around:${id}`] = machine.id
    if (machine) addMachine(world, labels, machine.id)
    const then = at === undefined ? undefined : machineAround(world, place, { at })
    if (then && then !== machine) {
      labels[`around:${id}@${at}`] = then.id
      addMachine(world, labels, then.id)
    }
  } else if (kind === 'party' || kind === 'person') addParty(world, labels, id)
}
const addMachine = (world: World, labels: Record<string, string>, id: string) => {
  const machine = world.machines.get(id as never)
  if (machine?.registered) labels[id] = `${machineNumber(machine)} ${machine.name}`
}
const addParty = (world: World, labels: Record<string, string>, id: string) => {
  const party = world.parties.get(id as never)
  if (!party) return
  labels[id] = party.name
  labels[`initials:${id}`] = party.initials
}

function addBody(world: World, labels: Record<string, string>, body: Body, at?: Instant) {
  if ('machine' in body && body.machine) addMachine(world, labels, body.machine)
  switch (body.kind) {
    case 'move':
      for (const leg of body.legs) {
        labels[leg.part] = partLabel(world, leg.part)
        const slot = homeOf(world, leg.to)
        if (slot) labels[`slot:${leg.part}`] = slot.designator
        addPlace(world, labels, leg.from, at)
        addPlace(world, labels, leg.to, at)
      }
      for (const leg of body.lots ?? []) {
        labels[leg.lot] = lotLabel(world, leg.lot)
        addPlace(world, labels, leg.from, at)
        addPlace(world, labels, leg.to, at)
      }
      if (body.authority) addParty(world, labels, body.authority)
      return
    case 'lot':
      labels[body.lot] = lotLabel(world, body.lot)
      if (body.what === 'got') addPlace(world, labels, body.place, at)
      return
    case 'count':
      labels[body.lot] = lotLabel(world, body.lot)
      addPlace(world, labels, body.place, at)
      return
    case 'reservation':
      if (body.lot) labels[body.lot] = lotLabel(world, body.lot)
      if (body.part) labels[body.part] = partLabel(world, body.part)
      return
    case 'request':
      addParty(world, labels, body.of)
      return
    case 'consent':
      addParty(world, labels, body.by)
      return
    case 'part':
      if (body.what === 'content') addPlace(world, labels, body.place, at)
      else labels[body.part] = partLabel(world, body.part)
      if (body.what === 'identified' && body.place) addPlace(world, labels, body.place, at)
      if (body.what === 'identified' && body.outOf) labels[body.outOf.lot] = lotLabel(world, body.outOf.lot)
      return
    case 'test':
      for (const id of body.gear) labels[id] = world.gear.get(id)?.name ?? 'test gear'
      return
    case 'method':
      labels[body.method] = world.methods.get(body.method)?.recipe.name ?? 'a house method'
      return
    case 'change':
      if (body.method) labels[body.method] = world.methods.get(body.method)?.recipe.name ?? 'a house method'
      return
    case 'gear':
      labels[body.gear] = world.gear.get(body.gear)?.name ?? 'test gear'
      if (body.what === 'lent') addParty(world, labels, body.to)
      return
    case 'machine':
      if (body.what === 'registered' && body.source.from) addParty(world, labels, body.source.from)
      if (body.what !== 'met') {
        const facts = body.what === 'registered' ? body : body.set
        if (facts.owner && facts.owner !== 'house') addParty(world, labels, facts.owner)
        if (facts.type) labels[facts.type] = world.types.get(facts.type)?.sheet.name ?? 'a type'
      }
      return
    case 'evening':
      if ('party' in body) addParty(world, labels, body.party)
      if (body.what === 'told' || body.what === 'plan told')
        for (const row of body.what === 'told' ? body.rows : body.sheets.flatMap((s) => s.rows)) {
          addMachine(world, labels, row.machine)
          for (const party of row.people) addParty(world, labels, party)
        }
      return
    case 'job':
      if ('machine' in body) addMachine(world, labels, body.machine)
      return
    case 'word':
      if (body.type) labels[body.type] = world.types.get(body.type)?.sheet.name ?? 'a type'
      return
    case 'custody':
      addPlace(world, labels, body.to, at)
      return
    case 'loan':
      if (body.what === 'asked') addParty(world, labels, body.with)
      if (body.what === 'answered' && body.by !== 'house') addParty(world, labels, body.by)
      return
    case 'handover':
      for (const side of body.what === 'released' ? [body.from, body.to] : [body.by])
        if (side !== 'house') addParty(world, labels, side)
      return
    case 'paper':
      if (body.what === 'signed')
        for (const side of body.by) if (side !== 'house') addParty(world, labels, side)
      return
    case 'difference':
      if (body.by !== 'house') addParty(world, labels, body.by)
      return
    case 'rule':
      if (body.what !== 'policy') addParty(world, labels, body.party)
      return
    case 'claim':
      if (body.by) addParty(world, labels, body.by)
      return
    case 'jot': {
      const jot =
        body.what === 'sorted'
          ? world.machines.get(body.machine)?.jots.find((j) => j.entry.id === body.jot)
          : undefined
      if (jot) labels[jot.entry.id] = jot.words || 'a jot'
      return
    }
    case 'wait': {
      const wait =
        'over' in body
          ? world.machines.get(body.machine)?.waits.find((w) => w.entry.id === body.over)
          : undefined
      if (wait) labels[wait.entry.id] = wait.what
      return
    }
    case 'question': {
      const asked = body.what === 'answered' ? world.line.find((s) => s.id === body.question) : undefined
      if (asked?.body.kind === 'question') labels[asked.id] = asked.body.words
      return
    }
    case 'finding': {
      const finding =
        body.what === 'noted'
          ? undefined
          : world.machines.get(body.machine)?.condition.findings.find((f) => f.id === body.finding)
      if (finding) labels[finding.id] = `${finding.noted.sort} on ${finding.noted.zone}`
      return
    }
    case 'pin': {
      const finding = body.finding
        ? world.machines.get(body.machine)?.condition.findings.find((f) => f.id === body.finding)
        : undefined
      if (finding) labels[finding.id] = `${finding.noted.sort} on ${finding.noted.zone}`
      return
    }
    case 'evidence': {
      const noted =
        body.what === 'gone'
          ? world.machines.get(body.machine)?.arrival.evidence.find((e) => e.entry.id === body.evidence)
          : undefined
      if (noted) labels[noted.entry.id] = `${noted.sort}, ${noted.where},`
      return
    }
    case 'receipt':
      if (body.to) addParty(world, labels, body.to)
      return
    case 'link':
      if (body.who) addParty(world, labels, body.who)
      return
    case 'grade':
      if (body.what === 'priority' && body.who) addParty(world, labels, body.who)
      return
    case 'advice': {
      if (body.what === 'said') {
        if (body.from) addParty(world, labels, body.from)
        return
      }
      const said = world.machines.get(body.machine)?.advice.find((a) => a.entry.id === body.advice)
      if (said) labels[said.entry.id] = `${said.said.sort} “${said.said.words}”`
      return
    }
    case 'task': {
      const left =
        body.what === 'ended'
          ? world.machines
              .get(body.machine)
              ?.tasks.find(
                (t) => t.left.id === body.left && (body.task === undefined) === (t.what === 'next'),
              )
          : undefined
      if (left && body.what === 'ended') labels[left.left.id] = body.task ?? left.words
      return
    }
    case 'hazard': {
      const noted = body.what === 'cleared' ? world.line.find((s) => s.id === body.hazard) : undefined
      if (noted?.body.kind === 'hazard') labels[noted.id] = noted.body.words
      return
    }
    case 'look':
    case 'run':
    case 'type':
    case 'party':
    case 'fastening':
    case 'connection':
    case 'power':
    case 'incident':
    case 'onset':
    case 'diagnosis':
    case 'reading':
    case 'baseline':
    case 'spec':
    case 'photo':
    case 'pair':
    case 'survey':
    case 'contents':
    case 'quarantine':
    case 'value':
    case 'marking':
    case 'batch':
    case 'precaution':
    case 'treatment':
    case 'colour':
    case 'note':
    case 'episode':
    case 'override':
    case 'settle':
    case 'withdrawal':
    case 'erasure':
    case 'erased':
      return
    default: {
      const never: never = body
      return never
    }
  }
}

export function labelsFor(world: World, statements: readonly Statement[]): Labels {
  const labels: Record<string, string> = {}
  for (const statement of statements) {
    addBody(world, labels, statement.body, sortKey(statement.happenedAt))
    for (const { body, happenedAt } of statement.versions ?? [])
      addBody(world, labels, body, sortKey(happenedAt))
    if (statement.doneBy) addParty(world, labels, statement.doneBy)
    if (statement.contest && 'part' in statement.contest)
      labels[statement.contest.part] = partLabel(world, statement.contest.part)
    if (statement.contest && 'actual' in statement.contest) addPlace(world, labels, statement.contest.actual)
  }
  return labels
}
