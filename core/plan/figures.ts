/** Figures of a plan and names of its steps: what an act takes where nothing says better. House figures, no source. */
import type { TodoAct } from '#core/work/todo/index.ts'

export interface Work {
  readonly minutes: number
  readonly powered: boolean
}
/** Work for hands that the record leaves to do, in the order in which it is done. House figures in minutes, where nothing says better. */
export const acts: Readonly<Partial<Record<TodoAct, Work>>> = {
  'make harmless': { minutes: 45, powered: false },
  'see to': { minutes: 30, powered: false },
  'take out': { minutes: 15, powered: false },
  fit: { minutes: 30, powered: false },
  'put back': { minutes: 20, powered: false },
  'find the fault': { minutes: 45, powered: true },
  'test again': { minutes: 20, powered: true },
  test: { minutes: 20, powered: true },
  prove: { minutes: 30, powered: true },
  try: { minutes: 30, powered: true },
}
export const lookAgain: Work = { minutes: 15, powered: false }
/** Kept free for what a fault asks for once it is found. House figure. */
export const reservedMinutes = 45
export const reservedSort = 'after the fault'

export const tickMinutes = 5
export const leastMinutes = 5
export const mostMinutes = 180
/** 80 % of the times less than so many times the median, where the house has not measured. House figure. */
export const usualSpread = 1.5
/** So many times something was done before its minutes are believed. */
export const believed = 3

/** Names an act of what is left to do as a step of a plan. */
export const actKey = (machine: string, act: string): string => `${machine}:${act}`
export const jobKey = (job: string, n: number): string => `${job}:${n}`
