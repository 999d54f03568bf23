/** Tells a line of entries in code, judging each one as the server would. For tests, measurements and the demo collection. */
import { asId, type AccountId, type EntryId, type HouseId, type PartyId } from '#core/ids.ts'
import { machineOf } from '#core/history/presence.ts'
import { pointAt, type Instant, type Interval } from '#core/quantity/time.ts'
import type { Role } from '#core/roles.ts'
import { judge } from '#core/judging/admission.ts'
import { type Judgement } from '#core/judging/model.ts'
import { entryVersion, type Amends, type Basis, type Draft, type Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { speaksOf, subjectsOf } from '#core/history/subjects.ts'
import type { World } from '#core/history/world.ts'

export interface Telling {
  readonly id?: EntryId
  readonly recordedAt?: Instant
  readonly episode?: EntryId
  readonly doneBy?: PartyId
  readonly basis?: Basis
  readonly amends?: Amends
  readonly restsOn?: readonly EntryId[]
  readonly past?: Draft['past']
  readonly warrant?: Draft['warrant']
  readonly account?: AccountId
  readonly role?: Role
  readonly fromOutbox?: boolean
}

/** A deterministic, ordered id: the n-th of its family. */
export const numberedId = <T extends string>(n: number, family = 1): T =>
  asId<T>(`${String(family).padStart(8, '0')}-0000-7000-8000-${n.toString(16).padStart(12, '0')}`)

export class Teller {
  readonly entries: Entry[] = []
  readonly account: AccountId = numberedId<AccountId>(1, 9)
  readonly house: HouseId = numberedId<HouseId>(1, 8)
  private next = 1
  private folded: { readonly count: number; readonly world: World } | undefined

  /** `now` is the server's clock for entries that do not give a recordedAt. */
  constructor(
    private readonly now: Instant = '2026-11-01T12:00:00.000Z',
    private readonly newId?: () => EntryId,
  ) {}

  world(): World {
    if (this.folded?.count !== this.entries.length)
      this.folded = { count: this.entries.length, world: fold(this.entries, { now: this.now }) }
    return this.folded.world
  }

  /** Judges and, unless refused, appends. Answers what became of it. */
  tell(at: Instant | Interval, body: Body, telling: Telling = {}): { entry: Entry; judgement: Judgement } {
    const happenedAt = typeof at === 'string' ? pointAt(at) : at
    const recordedAt = telling.recordedAt ?? happenedAt.latest
    const world = this.world()
    const draft: Draft = {
      id: telling.id ?? this.newId?.() ?? numberedId<EntryId>(this.next++),
      v: entryVersion,
      happenedAt,
      basis: telling.basis ?? 'seen',
      body,
      ...(telling.episode ? { episode: telling.episode } : {}),
      ...(telling.doneBy ? { doneBy: telling.doneBy } : {}),
      ...(telling.amends ? { amends: telling.amends } : {}),
      ...(telling.restsOn ? { restsOn: telling.restsOn } : {}),
      ...(telling.past ? { past: telling.past } : {}),
      ...(telling.warrant ? { warrant: telling.warrant } : {}),
    }
    const spoken = speaksOf({ amends: telling.amends, body })
    const inherited = this.entries.find((e) => e.id === spoken)?.about ?? []
    const entry: Entry = {
      ...draft,
      about: subjectsOf(draft, inherited, machineOf(world)),
      house: this.house,
      recordedAt,
      receivedAt: recordedAt,
      seq: this.entries.length + 1,
      recordedBy: telling.account ?? this.account,
      became: 'recorded',
    }
    const [judgement = { became: 'recorded' as const }] = judge(world, this.entries, [entry], {
      role: telling.role ?? 'steward',
      account: entry.recordedBy,
      now: recordedAt,
      fromOutbox: telling.fromOutbox ?? false,
    })
    if (judgement.became === 'refused') return { entry, judgement }
    const stored: Entry =
      judgement.became === 'contested' ? { ...entry, became: 'contested', contest: judgement.contest } : entry
    this.entries.push(stored)
    return { entry: stored, judgement }
  }

  /** Tells what must be admitted. Throws TellerRefused otherwise. */
  told(at: Instant | Interval, body: Body, telling: Telling = {}): Entry {
    const { entry, judgement } = this.tell(at, body, telling)
    if (judgement.became !== 'recorded') throw new TellerRefused(judgement, body)
    return entry
  }
}

export class TellerRefused extends Error {
  constructor(
    readonly judgement: Judgement,
    readonly body: Body,
  ) {
    super(`not admitted: ${JSON.stringify(judgement)} for ${JSON.stringify(body)}`)
    this.name = 'TellerRefused'
  }
}
