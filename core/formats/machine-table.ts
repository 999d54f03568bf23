/** A table of machines → entries: columns mapped to facts, each row checked by itself, ids derived so that a file read twice makes no doubles. */
import { v5 } from 'uuid'
import { mayWrite } from '#core/history/rights.ts'
import { type Role } from '#core/roles.ts'
import {
  legalStatuses,
  purposes,
  sourceKinds,
  type LegalStatus,
  type Purpose,
} from '#core/history/bodies/machine.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { asId, type EntryId, type MachineId, type PartyId, type TypeId } from '#core/ids.ts'
import { parseMoney, type Money } from '#core/quantity/quantity.ts'
import { edtfToInterval, pointAt, type Instant, type Interval } from '#core/quantity/time.ts'
import type { CsvTable } from './csv.ts'

export const tableFields = [
  'entry number',
  'accession number',
  'name',
  'type',
  'serial',
  'board and revision',
  'mains',
  'made',
  'source',
  'from whom',
  'circumstances',
  'price',
  'currency',
  'legal status',
  'purpose',
  'aliases',
  'marks',
  'claimed',
  'came in on',
] as const
export type TableField = (typeof tableFields)[number]
/** Field → index of its column. */
export type Mapping = Readonly<Partial<Record<TableField, number>>>

const guesses: Readonly<Record<TableField, readonly string[]>> = {
  'entry number': [
    'entry number',
    'entry no',
    'entry',
    'number',
    'no',
    'id',
    'inventory number',
    'inventory',
  ],
  'accession number': ['accession number', 'accession no', 'accession', 'object number'],
  name: ['name', 'title', 'object', 'machine', 'object name'],
  type: ['type', 'model'],
  serial: ['serial', 'serial number', 'serial no', 's/n'],
  'board and revision': ['board and revision', 'revision', 'board'],
  mains: ['mains', 'voltage', 'rating'],
  made: ['made', 'year', 'date made', 'date'],
  source: ['source', 'acquisition', 'how acquired'],
  'from whom': ['from whom', 'from', 'giver', 'donor', 'seller'],
  circumstances: ['circumstances', 'notes', 'remarks', 'comment'],
  price: ['price', 'price paid', 'paid', 'cost'],
  currency: ['currency'],
  'legal status': ['legal status', 'status', 'ownership'],
  purpose: ['purpose', 'use'],
  aliases: ['aliases', 'also known as', 'other names'],
  marks: ['marks', 'markings', 'inscriptions'],
  claimed: ['claimed', 'claims', 'as told', 'condition as told'],
  'came in on': ['came in on', 'received', 'date received', 'entry date', 'acquired'],
}

/** The mapping that the header suggests: exact words first, each column once. */
export function guessMapping(header: readonly string[]): Mapping {
  const mapping: Partial<Record<TableField, number>> = {}
  const taken = new Set<number>()
  const words = header.map((h) => h.toLowerCase().replace(/[_.]/g, ' ').replace(/\s+/g, ' ').trim())
  for (const field of tableFields) {
    const at = guesses[field]
      .map((guess) => words.findIndex((w, i) => w === guess && !taken.has(i)))
      .find((i) => i >= 0)
    if (at === undefined) continue
    mapping[field] = at
    taken.add(at)
  }
  return mapping
}

export interface TableContext {
  readonly zone: string
  readonly now: Instant
  readonly currency: string
  readonly doneBy: PartyId
  readonly types: readonly {
    readonly id: TypeId
    readonly name: string
    readonly aliases: readonly string[]
  }[]
  readonly parties: readonly { readonly id: PartyId; readonly name: string }[]
  /** Entry numbers and accession numbers that machines of the house bear. */
  readonly numbers: ReadonlySet<string>
  /** Who sends it: legal status and accession numbers are a steward's to say. */
  readonly role: Role
}

export type RowProblem = { readonly field?: TableField | undefined } & (
  | { readonly why: 'no number' }
  | { readonly why: 'no name' }
  | { readonly why: 'number twice in the file'; readonly line: number }
  | { readonly why: 'too long'; readonly most: number }
  | { readonly why: 'no such type'; readonly value: string }
  | { readonly why: 'not one of'; readonly value: string; readonly options: readonly string[] }
  | { readonly why: 'no amount'; readonly value: string }
  | { readonly why: 'no date'; readonly value: string }
  | { readonly why: 'in the future'; readonly value: string }
  | { readonly why: 'needs steward' }
  | { readonly why: 'quotes' | 'too few fields' | 'too many fields' }
)

export interface RowEntry {
  readonly id: EntryId
  readonly happenedAt: Interval
  readonly basis: 'told' | 'seen'
  readonly body: Body
}
export interface RowPlan {
  readonly line: number
  readonly number: string
  readonly name: string
  readonly is: 'new' | 'already here' | 'refused'
  readonly problems: readonly RowProblem[]
  readonly machine?: MachineId | undefined
  readonly entries: readonly RowEntry[]
}
export interface TablePlan {
  readonly rows: readonly RowPlan[]
  /** Givers that the house does not know yet, each once. */
  readonly parties: readonly RowEntry[]
}

const namespace = '2f5f0e0e-5c7a-4f4f-8d3b-1c8f9f4f8f10'
const derived = <T extends string>(...of: string[]): T => asId<T>(v5(of.join('\u001f'), namespace))
const most = 80

/** What each row of a table would become. Writes nothing, throws nothing: what is wrong with a row stands with that row. */
export function planTable(table: CsvTable, mapping: Mapping, context: TableContext): TablePlan {
  const parties = new Map<string, RowEntry>()
  const known = new Map(context.parties.map((p) => [p.name.toLowerCase(), p.id]))
  const partyOf = (name: string): PartyId => {
    const held = known.get(name.toLowerCase())
    if (held) return held
    const party = derived<PartyId>('party', name.toLowerCase())
    known.set(name.toLowerCase(), party)
    parties.set(party, {
      id: derived<EntryId>('party entry', name.toLowerCase()),
      happenedAt: pointAt(context.now),
      basis: 'told',
      body: { kind: 'party', party, name, sort: 'person', roles: ['source'] },
    })
    return party
  }
  // A long table repeats its dates; reading one in a zone costs more than all else in a row.
  const days = new Map<string, Interval | undefined>()
  const dayOf = (day: string): Interval | undefined => {
    if (!days.has(day)) days.set(day, edtfToInterval(day, context.zone, context.now))
    return days.get(day)
  }
  const shape = new Map(table.problems.map((p) => [p.line, p.why]))
  const lines = new Map<string, number>()
  const rows = table.rows.map((row): RowPlan => {
    const text = (field: TableField) =>
      mapping[field] === undefined ? '' : (row.cells[mapping[field]] ?? '').trim()
    const number = text('entry number') || text('accession number')
    const base = { line: row.line, number, name: text('name') }
    const wrong = shape.get(row.line)
    if (wrong) return { ...base, is: 'refused', problems: [{ why: wrong }], entries: [] }
    const first = number ? lines.get(number) : undefined
    if (number && first === undefined) lines.set(number, row.line)
    const read = readRow(text, context, dayOf)
    const problems: RowProblem[] = [
      ...(number === '' ? [{ field: 'entry number' as const, why: 'no number' as const }] : []),
      ...(first !== undefined
        ? [{ field: 'entry number' as const, why: 'number twice in the file' as const, line: first }]
        : []),
      ...read.problems,
    ]
    if (problems.length > 0) return { ...base, is: 'refused', problems, entries: [] }
    const accession = text('accession number')
    if (context.numbers.has(number) || (accession && context.numbers.has(accession)))
      return { ...base, is: 'already here', problems: [], entries: [] }
    const machine = derived<MachineId>('machine', number)
    const entries = rowEntries(machine, number, read, text, partyOf)
    if (!entries.every((e) => mayWrite(context.role, e.body)))
      return { ...base, is: 'refused', problems: [{ why: 'needs steward' }], entries: [] }
    return { ...base, name: read.name, is: 'new', problems: [], machine, entries }
  })
  return { rows, parties: [...parties.values()] }
}

interface RowRead {
  readonly problems: RowProblem[]
  readonly name: string
  readonly type: TypeId | null
  readonly how: (typeof sourceKinds)[number]
  readonly legal: LegalStatus
  readonly purpose: Purpose
  readonly price?: Money | undefined
  readonly at: Interval
}

function readRow(
  text: (field: TableField) => string,
  context: TableContext,
  dayOf: (day: string) => Interval | undefined,
): RowRead {
  const problems: RowProblem[] = []
  for (const field of tableFields) {
    const limit =
      field === 'circumstances' || field === 'claimed'
        ? 2000
        : field === 'aliases' || field === 'marks'
          ? 800
          : most
    if (text(field).length > limit) problems.push({ field, why: 'too long', most: limit })
  }
  const oneOf = <T extends string>(field: TableField, options: readonly T[], preset: T): T => {
    const value = text(field)
    if (value === '') return preset
    const match = options.find((o) => plain(o) === plain(value))
    if (match === undefined) problems.push({ field, why: 'not one of', value, options })
    return match ?? preset
  }
  const typeText = text('type')
  const type =
    typeText === ''
      ? undefined
      : context.types.find((t) =>
          [t.name, ...t.aliases].some((n) => n.toLowerCase() === typeText.toLowerCase()),
        )
  if (typeText !== '' && !type) problems.push({ field: 'type', why: 'no such type', value: typeText })
  const name = text('name') || type?.name || ''
  if (name === '') problems.push({ field: 'name', why: 'no name' })
  const amount = text('price')
  const price =
    amount === '' ? undefined : parseMoney(amount, (text('currency') || context.currency).toUpperCase())
  if (amount !== '' && !price)
    problems.push({ field: 'price', why: 'no amount', value: `${amount} ${text('currency')}`.trim() })
  const day = text('came in on')
  const at = day === '' ? pointAt(context.now) : dayOf(day)
  if (!at) problems.push({ field: 'came in on', why: 'no date', value: day })
  else if (at.earliest !== null && at.earliest > at.latest)
    problems.push({ field: 'came in on', why: 'in the future', value: day })
  return {
    problems,
    name,
    type: type?.id ?? null,
    how: oneOf('source', sourceKinds, 'not recorded'),
    legal: oneOf('legal status', legalStatuses, 'entered, undecided'),
    purpose: oneOf('purpose', purposes, 'undecided'),
    price,
    at: at ?? pointAt(context.now),
  }
}

/** Apostrophes and case do not make another word. */
const plain = (text: string) => text.toLowerCase().replace(/[’']/g, '').trim()
const split = (text: string): string[] =>
  text
    .split(/[;|]/)
    .map((t) => t.trim())
    .filter(Boolean)
    .slice(0, 20)

function rowEntries(
  machine: MachineId,
  number: string,
  read: RowRead,
  text: (field: TableField) => string,
  partyOf: (name: string) => PartyId,
): RowEntry[] {
  const some = <K extends string>(key: K, value: string): Partial<Record<K, string>> =>
    value === '' ? {} : ({ [key]: value } as Record<K, string>)
  const from = text('from whom') === '' ? undefined : partyOf(text('from whom'))
  const attributes = { ...some('mains', text('mains')), ...some('made', text('made')) }
  const aliases = split(text('aliases'))
  const marks = split(text('marks'))
  const body: Body = {
    kind: 'machine',
    what: 'registered',
    machine,
    entryNumber: number,
    name: read.name,
    type: read.type,
    ...some('revision', text('board and revision')),
    ...some('serial', text('serial')),
    ...some('accessionNumber', text('accession number')),
    ...(Object.keys(attributes).length > 0 ? { attributes } : {}),
    ...(aliases.length > 0 ? { aliases } : {}),
    ...(marks.length > 0 ? { marks } : {}),
    legal: read.legal,
    purpose: read.purpose,
    source: { how: read.how, ...(from ? { from } : {}), ...some('words', text('circumstances')) },
    ...(read.price ? { price: read.price } : {}),
  }
  const entries: RowEntry[] = [
    { id: derived<EntryId>('registered', number), happenedAt: read.at, basis: 'told', body },
  ]
  const claimed = text('claimed')
  if (claimed !== '')
    entries.push({
      id: derived<EntryId>('claimed', number),
      happenedAt: read.at,
      basis: 'told',
      body: {
        kind: 'claim',
        machine,
        claims: [{ says: 'not said', words: claimed }],
        ...(from ? { by: from } : {}),
      },
    })
  return entries
}
