/** The keys under which answers of the server are kept, and which of them a change makes stale. Pure. */
import type { LiveEvent } from '#api/machines.ts'

export const keys = {
  session: ['session'],
  sessions: ['sessions'],
  securityLog: ['security-log'],
  reminders: ['reminders'],
  mailTray: ['mail-tray'],
  plan: (from: string) => ['plan', from],
  practice: ['practice'],
  practiceSet: ['practice', 'set'],
  practiceCase: (key: string) => ['practice', 'case', key],
  practiceRun: (id: string) => ['practice', 'run', id],
  bench: ['bench'],
  people: ['people'],
  gear: ['gear'],
  methods: ['methods'],
  words: ['words'],
  policies: ['policies'],
  types: ['types'],
  type: (id: string) => ['types', id],
  views: ['views'],
  meter: ['meter'],
  agreement: ['agreement'],
  nextNumbers: ['next-numbers'],
  invitation: (token: string) => ['invitation', token],
  machines: (search: string, page: number) => ['machines', search, page],
  find: (words: string) => ['machines', 'find', words],
  /** A machine's page as it is, or as it was on a day. */
  machine: (id: string, asOf = '') => ['machine', id, 'page', asOf],
  arrival: (machine: string) => ['machine', machine, 'arrival'],
  condition: (machine: string, query: string) => ['machine', machine, 'condition', query],
  /** With what waits to be sent: without a connection it is worked out anew when there is more. */
  fault: (machine: string, waiting: number) => ['machine', machine, 'fault', waiting],
  cautions: (machine: string) => ['machine', machine, 'cautions'],
  originality: (machine: string) => ['machine', machine, 'originality'],
  modifications: (machine: string) => ['machine', machine, 'modifications'],
  renewal: (machine: string, kind: string | null) => ['machine', machine, 'renewal', kind],
  treatments: (machine: string) => ['machine', machine, 'treatments'],
  treating: ['bench', 'treating'],
  housePosition: ['house-position'],
  donors: (machine: string, position: string | null) => ['machine', machine, 'donors', position],
  /** An episode, known by its own id: the machine stands in its answer. */
  episode: (id: string) => ['episode', id, 'view'],
  episodeSheet: (id: string) => ['episode', id, 'sheet'],
  answer: (id: string, asks: string, about: string) => ['episode', id, 'answer', asks, about],
  contextBefore: (id: string, entry: string) => ['episode', id, 'before', entry],
  /** What a word stands for, seen from a machine. */
  lookUp: (word: string, machine = '') => ['lookup', word, machine],
  parts: (search: string) => ['parts', 'list', search],
  needs: ['parts', 'needs'],
  stock: ['parts', 'stock'],
  tags: (ids: string) => ['parts', 'tags', ids],
  lots: ['parts', 'lots'],
  lot: (id: string) => ['parts', 'lot', id],
  part: (id: string) => ['part', id],
  guestHome: ['loans', 'home'],
  loans: ['loans', 'list'],
  loan: (id: string) => ['loans', id],
  papers: (loan: string) => ['loans', loan, 'papers'],
  batches: ['batches'],
  batch: (id: string) => ['batches', id],
  wholeMachines: (batch: string) => ['batches', batch, 'whole'],
} as const

/** Lists that say something of every machine or part. */
const ofAllMachines = [
  'bench',
  'machines',
  'parts',
  'part',
  'lookup',
  'batches',
  'next-numbers',
  'loans',
  'plan',
]

/** Lists of the house that kinds of entries change. */
const listsOf: Readonly<Record<string, readonly string[]>> = {
  type: ['types'],
  party: ['people', 'session'],
  rule: ['people', 'policies', 'session'],
  gear: ['gear'],
  method: ['methods'],
  word: ['words', 'episode'],
  evening: ['plan'],
  job: ['plan'],
  finding: ['agreement'],
  survey: ['agreement'],
  grade: ['agreement'],
}

/** What is known of an answer that may have become stale. */
export interface Kept {
  readonly key: readonly unknown[]
  /** The machine of the episode that it belongs to; undefined while that is not known. */
  readonly machine?: string | undefined
}

/** Whether an event may have changed what an answer says. */
export function touches(event: LiveEvent, { key, machine }: Kept): boolean {
  if (event.everything) return true
  const [what, id] = key
  if (what === 'machine') return event.machines.includes(String(id))
  const listed = event.kinds.some((kind) => listsOf[kind]?.includes(String(what)))
  if (what === 'episode') return listed || machine === undefined || event.machines.includes(machine)
  return listed || ofAllMachines.includes(String(what))
}

/** For `placeholderData`: what was kept of the same thing stays until the new answer is there; never another thing's. */
export const whileSame =
  (id: string) =>
  <T>(previous: T | undefined, query: { readonly queryKey: readonly unknown[] } | undefined): T | undefined =>
    query?.queryKey[1] === id ? previous : undefined
