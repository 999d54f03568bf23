/** Reads a record file and judges what it says, entry by entry, beside the event loop. Writes only the files it holds, to the incoming folder. */
import { createHash, randomUUID } from 'node:crypto'
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { recordSchema, type MachineRecord } from '#core/formats/record.ts'
import { judge } from '#core/judging/admission.ts'
import { type Judgement, type Writer } from '#core/judging/model.ts'
import type { Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { speaksOf, subjectsOf } from '#core/history/subjects.ts'
import { machineOf } from '#core/history/presence.ts'
import { definitionOf } from '#core/history/kinds/index.ts'
import { filesOf, travelsOf } from '#core/history/scope.ts'
import type { GearId, PartyId, TypeId } from '#core/ids.ts'
import type { World } from '#core/history/world.ts'
import { readJson } from '../../platform/bodies.ts'
import { ProblemError, telling } from '../../platform/errors.ts'

/** More entries than any machine gathers; judging each of them takes a moment. */
export const mostEntries = 5000

export interface RecordQuestion {
  /** Where the file lies. */
  readonly file: string
  /** Where the files in it are put. */
  readonly incoming: string
  /** The house's own entries. */
  readonly house: readonly Entry[]
  /** Parties that sign in here: what they did is theirs to say. */
  readonly members: readonly string[]
  readonly party: string
}

export interface RecordRead {
  readonly machine: string
  /** In the order in which they are to be stored, each as it was judged. Those of them that the house has already are left alone. */
  readonly entries: readonly Entry[]
  /** What the house keeps as it has it (types, people, gear it knows), and rules, which no file may bring. */
  readonly leftOut: number
  readonly files: readonly { readonly sha256: string; readonly path: string; readonly size: number }[]
}

/** What one entry says by itself, whoever stored it: an entry that is here already must say the same. */
export const said = ({ id, v, happenedAt, doneBy, toldBy, basis, amends, body }: Entry) => ({
  id,
  v,
  happenedAt,
  doneBy,
  toldBy,
  basis,
  amends,
  body,
})

export function readRecordFile({ file, incoming, house, members, party }: RecordQuestion): RecordRead {
  const parsed = recordSchema.safeParse(readJson(readFileSync(file)))
  if (!parsed.success)
    throw parsed.error.issues.length
      ? unreadable(parsed.error.issues[0])
      : new ProblemError('invalid', 'This file is no record of a machine. Nothing was stored.')
  const record = parsed.data as unknown as MachineRecord
  if (record.entries.length > mostEntries)
    throw new ProblemError(
      'too-large',
      telling('A record of up to {most} entries is taken; this one has {n}. Nothing was stored.', {
        most: mostEntries,
        n: record.entries.length,
      }),
    )
  if (new Set(record.entries.map((e) => e.id)).size < record.entries.length)
    throw new ProblemError('invalid', 'An entry stands twice in this file. Nothing was stored.')
  const registers = ({ body }: Entry) =>
    body.kind === 'machine' && body.what === 'registered' && body.machine === record.machine
  if (!record.entries.some(registers))
    throw new ProblemError(
      'invalid',
      'The file does not register the machine that it is the record of. Nothing was stored.',
    )
  const { entries, leftOut } = withoutHouse(record.entries, house)
  return {
    machine: record.machine,
    entries: judged(record.machine, entries, house, { members: new Set(members), party }),
    leftOut,
    files: takeFiles(record, entries, incoming),
  }
}

const unreadable = (issue: { path: readonly PropertyKey[]; message: string } | undefined) =>
  new ProblemError(
    'invalid',
    issue
      ? telling('This file is no record of a machine: {path}: {trouble} Nothing was stored.', {
          path: issue.path.join('.'),
          trouble: issue.message,
        })
      : 'This file is no record of a machine: it cannot be read. Nothing was stored.',
  )

/** A record brings no rules, and changes nothing that the house knows: its types, people, gear and methods stay as they are here. */
function withoutHouse(
  entries: readonly Entry[],
  house: readonly Entry[],
): { entries: Entry[]; leftOut: number } {
  const known = fold(house, { now: '9999-12-31T00:00:00.000Z' })
  const here = new Set(house.map((e) => e.id as string))
  const left = new Set<string>()
  const kept: Entry[] = []
  for (const entry of [...entries].sort((a, b) => a.seq - b.seq)) {
    const { body } = entry
    const about = speaksOf(entry)
    const travels = travelsOf(body)
    const isHouses = travels === 'never' || (travels === 'when it is named' && isKnown(known, body))
    if (!here.has(entry.id) && (isHouses || (about !== undefined && left.has(about)))) {
      left.add(entry.id)
      continue
    }
    kept.push(entry)
  }
  return { entries: kept, leftOut: left.size }
}

/** Whether the house has the thing that an entry of its own describes. */
const isKnown = (world: World, body: Body): boolean =>
  definitionOf(body)
    .about(body)
    .some(
      ({ kind, id }) =>
        (kind === 'type' && world.types.has(id as TypeId)) ||
        (kind === 'party' && world.parties.has(id as PartyId)) ||
        (kind === 'gear' && world.gear.has(id as GearId)),
    )

/** Whether a refusal is about how the other house works, not about what happened. */
const itsOwnAffair = (refusal: Refusal): boolean => refusal.rule === 'closing-not-met'

/** Every entry judged in its turn, as it would have been where it was written, with subjects computed here. Throws refused for the first that may not be. */
function judged(
  machine: string,
  entries: readonly Entry[],
  house: readonly Entry[],
  { members, party }: { members: ReadonlySet<string>; party: string },
): Entry[] {
  let line: Entry[] = [...house]
  const here = new Set(house.map((e) => e.id))
  const now = '9999-12-31T00:00:00.000Z'
  let world: World = fold(line, { now })
  /** How much of the line is folded; and whether something came since that any judgement looks at. */
  let folded = line.length
  let stale = false
  const confirmed: Pick<ReadonlySet<string>, 'has'> = { has: (id: string) => !members.has(id) }
  const stored: Entry[] = []
  for (const entry of entries) {
    if (here.has(entry.id)) {
      stored.push(entry)
      continue
    }
    const tells = definitionOf(entry.body).groundwork || entry.amends !== undefined
    if (stale || (tells && line.length > folded)) {
      world = fold(line, { now })
      folded = line.length
      stale = false
    }
    const target = speaksOf(entry)
    const inherited = target === undefined ? [] : (line.find((e) => e.id === target)?.about ?? [])
    const mine: Entry = {
      ...entry,
      about: subjectsOf(entry, inherited, machineOf(world)),
      became: 'recorded',
      contest: undefined,
    }
    const writer: Writer = {
      role: 'steward',
      account: entry.recordedBy,
      now: entry.recordedAt,
      fromOutbox: true,
      vouches: { party, confirmed: confirmed as ReadonlySet<string> },
      members,
      // Of the machines that its parts came from and went to, a record holds only what concerns this one.
      whole: machine,
      stewards: new Set(),
    }
    // What was erased there stays so: there is nothing to judge.
    const bygone = entry.body.kind === 'erased' || entry.body.kind === 'erasure'
    const [judgement] = bygone ? [] : judge(world, line, [mine], writer)
    const became = outcome(entry, judgement)
    if (became.became === 'refused')
      throw new ProblemError(
        'refused',
        'An entry of this record cannot be admitted here. Nothing was stored.',
        {
          refusal: became.refusal,
          fields: [{ path: `entries.${entry.seq}`, message: became.refusal.rule }],
        },
      )
    const next: Entry =
      became.became === 'contested' ? { ...mine, became: 'contested', contest: became.contest } : mine
    stored.push(next)
    line = [...line, next]
    stale ||= tells
  }
  return stored
}

/** What was contested there stays so; what is contested here is so as well. */
function outcome(entry: Entry, judgement: Judgement | undefined): Judgement {
  if (judgement?.became === 'refused' && !itsOwnAffair(judgement.refusal)) return judgement
  if (entry.became === 'contested' && entry.contest) return { became: 'contested', contest: entry.contest }
  return judgement?.became === 'contested' ? judgement : { became: 'recorded' }
}

/** The photographs and voice notes that its entries name, each put by itself once its hash agrees. */
function takeFiles(record: MachineRecord, entries: readonly Entry[], incoming: string): RecordRead['files'] {
  const named = new Set(entries.flatMap(({ body }) => filesOf(body)))
  mkdirSync(incoming, { recursive: true, mode: 0o700 })
  return Object.entries(record.files).map(([sha256, base64]) => {
    const bytes = Buffer.from(base64, 'base64')
    if (createHash('sha256').update(bytes).digest('hex') !== sha256)
      throw new ProblemError(
        'invalid',
        'A photograph in the file is damaged: its SHA-256 does not agree. Nothing was stored.',
      )
    if (!named.has(sha256))
      throw new ProblemError(
        'invalid',
        'The file holds a photograph that none of its entries names. Nothing was stored.',
      )
    const place = path.join(incoming, `${randomUUID()}.part`)
    writeFileSync(place, bytes)
    return { sha256, path: place, size: bytes.length }
  })
}
