/** A small language for telling the demo: days before today, people, machines, and the composer's own lines. */
import { Teller } from '#core/testing/script.ts'
import { madeId } from './made.ts'
import type { Basis, Entry } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EpisodeId, MachineId, PartId } from '#core/ids.ts'
import { msToInstant, zonedFields, zonedToMs, type Instant, type Interval } from '#core/quantity/time.ts'
import { episodeView } from '#core/views/episode.ts'
import { lotContext, machineContext, partContext } from '#core/views/contexts.ts'
import { machineNumber, partLabel } from '#core/views/labels.ts'
import type { Place } from '#core/place.ts'
import { parseLine } from '#core/composer/index.ts'
import { people, type PersonKey } from './people.ts'
import type { Pictures } from './pictures.ts'

export const demoZone = 'Europe/Oslo'

export class Story {
  readonly teller: Teller
  private readonly today: { year: number; month: number; day: number }
  private parts = 0
  private tags = 100
  private ids = 0

  constructor(
    readonly now: Instant,
    readonly pictures: Pictures,
  ) {
    this.teller = new Teller(now, madeId)
    this.today = zonedFields(Date.parse(now), demoZone)
  }

  /** The wall time so many days before today, in the museum's zone. */
  at(daysAgo: number, clock: string): Instant {
    const [hour = 12, minute = 0] = clock.split(':').map(Number)
    return msToInstant(
      zonedToMs(demoZone, this.today.year, this.today.month, this.today.day - daysAgo, hour, minute),
    )
  }

  /** Minutes before the very moment of loading: for what is going on today. */
  minutesAgo(minutes: number): Instant {
    return msToInstant(Date.parse(this.now) - minutes * 60_000)
  }

  tell(
    at: Instant,
    who: PersonKey,
    body: Body,
    more: {
      episode?: EpisodeId | undefined
      basis?: Basis
      recordedAt?: Instant
      restsOn?: Entry['restsOn']
    } = {},
  ): Entry {
    const { episode, basis, recordedAt, restsOn } = more
    return this.teller.told(at, body, {
      doneBy: people[who].party,
      account: people[who].account,
      role: people[who].role ?? 'steward',
      ...(episode ? { episode } : {}),
      ...(basis ? { basis } : {}),
      ...(recordedAt ? { recordedAt } : {}),
      ...(restsOn ? { restsOn } : {}),
    })
  }

  /** What was the case over a time long past, said on a later day. */
  tellAt(at: Interval, recordedAt: Instant, who: PersonKey, body: Body, basis: Basis): Entry {
    return this.teller.told(at, body, {
      doneBy: people[who].party,
      account: people[who].account,
      role: people[who].role ?? 'steward',
      recordedAt,
      basis,
    })
  }

  /** A tagged part as it is now. Throws when no part has the tag. */
  partTagged(tag: string): { readonly id: PartId; readonly label: string; readonly place: Place } {
    const world = this.teller.world()
    const part = [...world.parts.values()].find((p) => p.tag === tag)
    if (!part?.place) throw new Error(`no part is tagged ${tag}`)
    return { id: part.id, label: partLabel(world, part.id), place: part.place }
  }

  /** One typed line in an episode, read by the same composer as in the interface. Throws when it cannot be read. */
  line(
    episode: EpisodeId,
    at: Instant,
    who: PersonKey,
    text: string,
    more: { restsOn?: Entry['restsOn']; recordedAt?: Instant } = {},
  ): Entry {
    const world = this.teller.world()
    const view = episodeView(world, episode, `P-${String(this.tags).padStart(4, '0')}`)
    if (!view) throw new Error(`no such episode for ${text}`)
    const lookUp = (word: string) => {
      const machine = [...world.machines.values()].find(
        (m) =>
          m.registered && (machineNumber(m).toUpperCase() === word || m.entryNumber.toUpperCase() === word),
      )
      const part = [...world.parts.values()].find((p) => p.tag === word)
      const lot = [...world.lots.values()].find((l) => l.tag === word)
      return {
        machine: machine && machineContext(world, machine.id),
        lot: lot && lotContext(world, lot.id),
        part: part && partContext(world, part.id, view.machine),
      }
    }
    const parsed = parseLine(text, view.context, {
      now: at,
      zone: demoZone,
      newId: () => madeId(),
      lookUp,
    })
    if (!parsed.ok) throw new Error(`the line “${text}” cannot be read: ${JSON.stringify(parsed)}`)
    let last: Entry | undefined
    for (const e of parsed.entries) {
      if (e.body.kind === 'part' && e.body.what === 'identified' && e.body.tag) this.tags++
      last = this.tell(e.happenedAt?.latest ?? at, who, e.body, {
        episode,
        ...(e.basis ? { basis: e.basis } : {}),
        ...(e.restsOn ? { restsOn: e.restsOn } : {}),
        ...more,
      })
    }
    if (!last) throw new Error(`the line “${text}” says nothing`)
    return last
  }

  /** Several lines, each some minutes after the one before. */
  lines(
    episode: EpisodeId,
    daysAgo: number,
    start: string,
    who: PersonKey,
    texts: readonly string[],
    stepMinutes = 9,
  ): Entry[] {
    const begin = Date.parse(this.at(daysAgo, start))
    return texts.map((text, i) =>
      this.line(episode, msToInstant(begin + i * stepMinutes * 60_000), who, text),
    )
  }

  open(machine: MachineId, at: Instant, who: PersonKey, title: string): EpisodeId {
    return this.tell(at, who, { kind: 'episode', what: 'opened', machine, title }).id
  }

  close(
    machine: MachineId,
    episode: EpisodeId,
    at: Instant,
    who: PersonKey,
    next: string,
    deferred: Extract<Body, { kind: 'episode'; what: 'closed' }>['deferred'] = [],
  ) {
    return this.tell(
      at,
      who,
      { kind: 'episode', what: 'closed', machine, episode, next, report: [], deferred },
      { episode },
    )
  }

  /** A part that is new to the record, in a store. */
  spare(
    at: Instant,
    who: PersonKey,
    partKind: string,
    place: string,
    more: {
      tag?: string
      origin?: 'bought' | 'made' | 'gift' | 'donor'
      proved?: boolean
      price?: number
      attributes?: Record<string, string>
      marking?: string
    } = {},
  ): string {
    const part = madeId<PartId>()
    const tag = more.tag ?? `P-${String(this.tags++).padStart(4, '0')}`
    this.tell(at, who, {
      kind: 'part',
      what: 'identified',
      part,
      partKind,
      tag,
      origin: more.origin ?? 'bought',
      place: { in: { kind: 'store', id: place } },
      ...(more.attributes ? { attributes: more.attributes } : {}),
      ...(more.marking ? { marking: more.marking } : {}),
      ...(more.price === undefined ? {} : { price: { minor: more.price, currency: 'EUR' } }),
    })
    if (more.proved)
      this.tell(at, who, {
        kind: 'part',
        what: 'health',
        part,
        health: 'proved good',
        because: 'worked in another machine',
      })
    return tag
  }
}
