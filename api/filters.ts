/** Filters of the collection's list: words above the table; every one narrows. Sorting, and the columns there are. */
export const listFilters = [
  'retest due',
  'not working',
  'on loan',
  'has picture tube',
  'open episode',
  'not known',
  'working',
  'incomplete',
  'lends parts',
  'owner’s',
  'accessioned',
  'parts stock',
  'grade 3 or 4',
  'not surveyed',
  'in quarantine',
  'entry unfinished',
] as const
export type ListFilter = (typeof listFilters)[number]

export const listSorts = ['name', 'number', 'grade', 'came in', 'last written'] as const
export type ListSort = (typeof listSorts)[number]

export const listColumns = [
  'picture',
  'number',
  'name',
  'type',
  'serial',
  'status',
  'stand',
  'life',
  'grade',
  'hazards',
  'where',
  'made',
  'legal',
  'owner',
  'purpose',
  'came in',
  'last written',
] as const
export type ListColumn = (typeof listColumns)[number]
export const usualColumns: readonly ListColumn[] = [
  'picture',
  'number',
  'name',
  'serial',
  'status',
  'stand',
  'life',
  'grade',
  'hazards',
  'where',
]

/** How many machines a page holds; pages are asked for by their number, so that the list can jump. */
export const pageSize = 100

export interface SavedView {
  readonly id: string
  readonly name: string
  readonly q: string
  readonly filter: readonly ListFilter[]
  readonly sort: ListSort
  readonly columns: readonly ListColumn[]
}
