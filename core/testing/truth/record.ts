/** The record of a simulated workshop: lines are read and admitted exactly as those of people are. */
import { parseLine, type LookedUp } from '#core/composer/index.ts'
import { entryVersion, type Draft, type Entry } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { World } from '#core/history/world.ts'
import {
  partAsFound,
  type AccountId,
  type EntryId,
  type GearId,
  type HouseId,
  type MachineId,
  type PartId,
  type PartyId,
  type TypeId,
} from '#core/ids.ts'
import { MemoryLog } from '#core/judging/memory-log.ts'
import { msToInstant, pointAt } from '#core/quantity/time.ts'
import type { TypeSheet } from '#core/type/sheet.ts'
import { episodeView } from '#core/views/episode.ts'
import { machineContext, partContext } from '#core/views/contexts.ts'
import { numberedId } from '../script.ts'
import { machines, type MachineName, type Shop } from './shop.ts'

const began = Date.parse('2026-03-02T17:00:00.000Z')
const typeId = numberedId<TypeId>(1, 32)
const person = numberedId<PartyId>(1, 33)
const house = numberedId<HouseId>(1, 38)
const account = numberedId<AccountId>(1, 39)
export const machineId = (name: MachineName): MachineId =>
  numberedId<MachineId>(machines.indexOf(name) + 1, 34)
const gearId = (n: number) => numberedId<GearId>(n + 1, 35)

/** A spare part on the shelf, as the record knows it. */
export interface Spare {
  readonly tag: string
  readonly token: string
  readonly id: PartId
  readonly kind: string
  readonly proved: boolean
}

export class WrittenRecord {
  private minutes = 0
  private next = 1
  private episodes = 0
  private readonly log: MemoryLog
  world!: World
  episode!: EntryId
  machine: MachineName = 'E-1'

  constructor() {
    this.log = new MemoryLog({
      account,
      house,
      role: 'steward',
      now: () => this.now,
      fromOutbox: false,
      keepContested: false,
    })
  }

  get entries(): readonly Entry[] {
    return this.log.entries
  }
  get now(): string {
    return msToInstant(began + this.minutes * 60_000)
  }
  later(minutes: number) {
    this.minutes += minutes
  }

  /** Writes what stands or falls together; false when it is refused. */
  async say(
    bodies: readonly (Body | { readonly body: Body; readonly restsOn?: readonly EntryId[] | undefined })[],
    episode?: EntryId,
  ): Promise<EntryId | undefined> {
    this.later(1)
    const drafts = bodies.map((said): Draft => {
      const { body, restsOn } = 'body' in said ? said : { body: said, restsOn: undefined }
      return {
        id: numberedId<EntryId>(this.next++, 36),
        v: entryVersion,
        happenedAt: pointAt(this.now),
        basis: 'seen',
        body,
        ...(restsOn ? { restsOn } : {}),
        ...(episode ? { episode } : {}),
      }
    })
    const outcome = await this.log.append(drafts)
    if (outcome.some((o) => o.became !== 'recorded')) return undefined
    this.world = await this.log.world()
    return drafts.at(-1)?.id
  }

  /** The house before anybody begins: people, type, machines, gear, spares. */
  async found(
    shop: Shop,
    sheet: TypeSheet,
    spares: readonly Spare[],
    claim: boolean,
    proved: readonly string[],
  ) {
    await this.say([{ kind: 'party', party: person, name: 'Ida Oslund', sort: 'person', roles: ['steward'] }])
    await this.say([{ kind: 'type', type: typeId, sheet }])
    for (const name of machines)
      await this.say([
        {
          kind: 'machine',
          what: 'registered',
          machine: machineId(name),
          entryNumber: name,
          name: 'Marrel 12 franking machine',
          type: typeId,
          owner: 'house',
          legal: 'parts stock',
          purpose: 'parts source',
          guided: false,
          attributes: { code: 'A' },
          source: { how: 'gift' },
        },
      ])
    if (claim)
      await this.say([
        {
          kind: 'claim',
          machine: machineId('E-1'),
          claims: [{ says: 'now and then', words: 'some days it would, some days not' }],
        },
      ])
    for (const [n, { name, kind, code }] of shop.gear.entries()) {
      await this.say([
        { kind: 'gear', what: 'identified', gear: gearId(n), name, gearKind: kind, attributes: { code } },
      ])
      if (proved.includes(name)) await this.say([{ kind: 'gear', what: 'proved', gear: gearId(n) }])
    }
    for (const spare of spares) {
      await this.say([
        {
          kind: 'part',
          what: 'identified',
          part: spare.id,
          partKind: spare.kind,
          tag: spare.tag,
          place: { in: { kind: 'store', id: 'drawer' } },
        },
      ])
      if (spare.proved)
        await this.say([{ kind: 'part', what: 'health', part: spare.id, health: 'proved good' }])
    }
  }

  /** Begins the first evening on a machine, or goes on with the work on it. */
  async open(machine: MachineName) {
    this.later(24 * 60)
    const episode = this.episode as EntryId | undefined
    if (episode && this.machine === machine) {
      const of = { kind: 'episode', machine: machineId(machine), episode } as const
      await this.say([{ ...of, what: 'paused', next: 'go on', lie: 'bench', unplugged: true }])
      await this.say([{ ...of, what: 'resumed' }])
      return
    }
    this.machine = machine
    const opened = await this.say([
      { kind: 'episode', what: 'opened', machine: machineId(machine), title: `evening ${++this.episodes}` },
    ])
    if (!opened) throw new Error('an episode could not be opened')
    this.episode = opened
  }

  /** Reads one line and writes it; undefined when it could not be read, or was refused. */
  async line(text: string): Promise<EntryId | undefined> {
    const view = episodeView(this.world, this.episode, `P-${5000 + this.next}`)
    if (!view) throw new Error('no such episode')
    const parsed = parseLine(text, view.context, {
      now: this.now,
      zone: 'Europe/Oslo',
      newId: () => numberedId(this.next++, 37),
      lookUp: (word) => this.lookUp(word),
    })
    return parsed.ok ? this.say(parsed.entries, this.episode) : undefined
  }

  private lookUp(word: string): LookedUp {
    const machine = [...this.world.machines.values()].find((m) => m.entryNumber === word)
    const part = [...this.world.parts.values()].find((p) => p.tag === word)
    return {
      machine: machine && machineContext(this.world, machine.id),
      part: part && partContext(this.world, part.id, machineId(this.machine)),
    }
  }
}

/** The id that the record derives for a part that nobody had touched. */
export function idOfFound(token: string): PartId {
  const [machine = 'E-1', position = ''] = token.split(' ')
  const holder = machineId(machine as MachineName)
  return position === 'LS1' || position === 'RV2' || position === 'supply'
    ? partAsFound(holder, position)
    : partAsFound(partAsFound(holder, 'board'), position)
}
