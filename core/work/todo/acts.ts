/** What there can be to do, and one line of it. */
import type { EntryId, MachineId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'

/** What is to be done, in the order in which it presses. */
export const todoActs = [
  'make harmless',
  'settle',
  'see to',
  'judge',
  'end wait',
  'put back',
  'find the fault',
  'fit',
  'test again',
  'prove',
  'test',
  'say what it does',
  'look again',
  'give back',
  'bring home',
  'take out',
  'answer',
  'decide',
  'try',
  'clear up',
  'sort',
  'next',
  'later',
  'finish entry',
  'go on',
] as const
export type TodoAct = (typeof todoActs)[number]

export interface TodoItem {
  /** A name of the machine's, or what somebody said. */
  readonly name: string
  /** What it is about that name: the zone of a finding, what is wrong with a position, the function that holds another up. */
  readonly of?: string | undefined
  /** Since when it stands. */
  readonly at?: Instant | undefined
  /** When it falls due, or may be done again. */
  readonly due?: Instant | undefined
  readonly entry?: EntryId | undefined
}

export interface Todo {
  readonly act: TodoAct
  readonly items: readonly TodoItem[]
  /** Hands-on minutes, where they can be told; about. */
  readonly minutes?: number | undefined
}

/** The same for lists: the first few things of an act, and how many they are. */
export interface TodoBrief extends Todo {
  readonly n: number
}
const briefActs = 5
const briefItems = 3
export const brief = (todo: readonly Todo[]): TodoBrief[] =>
  todo.slice(0, briefActs).map((t) => ({ ...t, n: t.items.length, items: t.items.slice(0, briefItems) }))

/** Acts that tell what somebody found on a machine. */
export const findingActs: ReadonlySet<TodoAct> = new Set(['see to', 'judge', 'look again'])

/** Whether another machine works now; undefined when that is not known here. */
export type WorksNow = (machine: MachineId) => boolean | undefined
