/** Filters of the collection's list: words above the table; every one narrows. */
export const listFilters = ['retest due', 'not working', 'on loan', 'has picture tube', 'open episode', 'not known', 'working', 'incomplete', 'lends parts', 'owner’s'] as const
export type ListFilter = (typeof listFilters)[number]

export type { MachineList } from './machines.ts'
