/** A ruled table whose heads sort it and whose rows may be picked: ruled by hairlines under a heavy head, scrolling sideways where it must. */
import { say } from '#api/words/say.ts'
import {
  createSortedRowModel,
  rowSelectionFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
  type ColumnDef,
  type Row,
  type RowSelectionState,
} from '@tanstack/react-table'
import { useMemo, type ReactNode } from 'react'

const features = tableFeatures({
  rowSortingFeature,
  rowSelectionFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: {},
})
type Features = typeof features

export interface TableColumn<T> {
  readonly key: string
  readonly head: string
  /** Figures stand at the right. */
  readonly figures?: boolean
  /** What the table is sorted by; absent where nothing can be. */
  readonly by?: (row: T) => string | number | undefined
  readonly cell: (row: T) => ReactNode
  readonly look?: string | ((row: T) => string)
  /** It says which row this is. */
  readonly names?: boolean
}

export interface Picking<T> {
  readonly picked: ReadonlySet<string>
  readonly onPicked: (picked: ReadonlySet<string>) => void
  readonly may: (row: T) => boolean
  readonly label: (row: T) => string
}

/** What is not there comes last, whichever way it is sorted; figures in texts count as figures. */
const compare = (a: string | number | undefined, b: string | number | undefined): number =>
  typeof a === 'number' && typeof b === 'number'
    ? a - b
    : String(a ?? '').localeCompare(String(b ?? ''), 'en', { numeric: true, sensitivity: 'base' })

function useSorted<T extends object>(
  rows: readonly T[],
  columns: readonly TableColumn<T>[],
  idOf: (row: T) => string,
  picking: Picking<T> | undefined,
) {
  const defs = useMemo(
    () =>
      columns.map(({ key, head, by }): ColumnDef<Features, T> => ({
        id: key,
        header: head,
        accessorFn: (row) => by?.(row),
        enableSorting: by !== undefined,
        sortUndefined: 'last',
        sortFn: (a: Row<Features, T>, b: Row<Features, T>, id: string) =>
          compare(a.getValue(id), b.getValue(id)),
      })),
    [columns],
  )
  const rowSelection: RowSelectionState = Object.fromEntries(
    [...(picking?.picked ?? [])].map((id) => [id, true as const]),
  )
  return useTable({
    features,
    columns: defs,
    data: rows,
    getRowId: idOf,
    enableRowSelection: (row) => picking?.may(row.original) === true,
    state: { rowSelection },
    onRowSelectionChange: (change) =>
      picking?.onPicked(new Set(Object.keys(typeof change === 'function' ? change(rowSelection) : change))),
  })
}

export function SortTable<T extends object>({
  label,
  rows,
  columns,
  idOf,
  picking,
}: {
  label: string
  rows: readonly T[]
  columns: readonly TableColumn<T>[]
  idOf: (row: T) => string
  picking?: Picking<T>
}) {
  const table = useSorted(rows, columns, idOf, picking)
  return (
    <div className="overflow-x-auto">
      <table className="w-full" aria-label={label}>
        <thead>
          <tr className="border-ink border-b-2 text-left">
            {picking && (
              <th scope="col" className="w-8">
                <span className="sr-only">{say('Pick')}</span>
              </th>
            )}
            {table.getHeaderGroups()[0]?.headers.map((header, i) => (
              <HeadCell
                key={header.id}
                head={columns[i]?.head ?? ''}
                figures={columns[i]?.figures === true}
                sorted={header.column.getIsSorted()}
                onSort={header.column.getCanSort() ? header.column.getToggleSortingHandler() : undefined}
              />
            ))}
          </tr>
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <tr key={row.id} className="border-hair hover:bg-next border-b">
              {picking && (
                <td className="pl-1">
                  {row.getCanSelect() && (
                    <input
                      type="checkbox"
                      aria-label={picking.label(row.original)}
                      checked={row.getIsSelected()}
                      onChange={row.getToggleSelectedHandler()}
                    />
                  )}
                </td>
              )}
              {columns.map((c) => (
                <Cell key={c.key} column={c} row={row.original} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

function Cell<T>({ column, row }: { column: TableColumn<T>; row: T }) {
  const { figures, look, names, cell } = column
  const classes = `h-8 pr-4 ${figures ? 'num text-right' : ''} ${typeof look === 'function' ? look(row) : (look ?? '')}`
  return names ? (
    <th scope="row" className={`${classes} text-left font-normal`}>
      {cell(row)}
    </th>
  ) : (
    <td className={classes}>{cell(row)}</td>
  )
}

function HeadCell({
  head,
  figures,
  sorted,
  onSort,
}: {
  head: string
  figures: boolean
  sorted: false | 'asc' | 'desc'
  onSort: ((event: unknown) => void) | undefined
}) {
  return (
    <th
      scope="col"
      aria-sort={sorted ? (sorted === 'asc' ? 'ascending' : 'descending') : undefined}
      className={`h-8 pr-4 whitespace-nowrap ${figures ? 'text-right' : ''}`}
    >
      {onSort ? (
        <button type="button" className="hover:text-verdigris font-bold" onClick={onSort}>
          {head}
          <span aria-hidden className="num text-13 ml-1 inline-block w-2">
            {sorted === 'asc' ? '↑' : sorted === 'desc' ? '↓' : ''}
          </span>
        </button>
      ) : (
        head
      )}
    </th>
  )
}
