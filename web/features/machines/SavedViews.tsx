/** Saved views: words, filters, order and columns under a name; and the choice of columns. */
import { say } from '#api/words/say.ts'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { listColumns, type ListColumn, type SavedView } from '#api/filters.ts'
import { keys } from '#web/app/keys.ts'
import { get, post, remove, wordsOf } from '#web/app/http.ts'
import { Act, PlainButton, Said } from '#web/ui/Forms.tsx'
import { Tick } from '#web/ui/Tick.tsx'
import { columns } from './columns.tsx'

type Query = Omit<SavedView, 'id' | 'name'>
const same = (a: Query, b: Query) =>
  a.q === b.q &&
  a.sort === b.sort &&
  a.filter.join() === b.filter.join() &&
  a.columns.join() === b.columns.join()

export function SavedViews({
  now,
  onTake,
  onColumns,
  children,
}: {
  now: Query
  onTake: (view: SavedView) => void
  onColumns: (columns: readonly ListColumn[]) => void
  children: ReactNode
}) {
  const client = useQueryClient()
  const { data } = useQuery({ queryKey: keys.views, queryFn: () => get('/views') })
  const [open, setOpen] = useState<'save' | 'columns'>()
  const [name, setName] = useState('')
  const [error, setError] = useState<string>()
  const act = async (work: () => Promise<unknown>) => {
    setError(undefined)
    try {
      await work()
      await client.invalidateQueries({ queryKey: keys.views })
      setOpen(undefined)
      setName('')
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  const current = data?.views.find((v) => same(v, now))
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        {(data?.views ?? []).map((v) => (
          <button
            key={v.id}
            type="button"
            aria-pressed={v === current}
            onClick={() => onTake(v)}
            className={
              v === current
                ? 'border-verdigris border-b-2 font-bold'
                : 'border-hair hover:border-line border-b-2'
            }
          >
            {v.name}
          </button>
        ))}
        {current ? (
          <Act onClick={() => void act(() => remove('/views/:id', { id: current.id }))}>
            {say('Forget “{name}”', { name: current.name })}
          </Act>
        ) : (
          <Act aria-expanded={open === 'save'} onClick={() => setOpen(open === 'save' ? undefined : 'save')}>
            {say('Save this view')}
          </Act>
        )}
        <Act
          aria-expanded={open === 'columns'}
          onClick={() => setOpen(open === 'columns' ? undefined : 'columns')}
        >
          {say('Columns')}
        </Act>
        <span className="ml-auto">{children}</span>
      </div>
      {open === 'save' && <SaveView act={act} name={name} now={now} onName={setName} />}
      {open === 'columns' && <ColumnChoice now={now} onColumns={onColumns} />}
      <Said error={error} />
    </div>
  )
}

function SaveView({
  act,
  name,
  now,
  onName,
}: {
  act: (work: () => Promise<unknown>) => Promise<void>
  name: string
  now: Query
  onName: (value: string) => void
}) {
  return (
    <form
      className="bg-next border-verdigris mt-2 flex items-center gap-3 border-l-4 p-3"
      onSubmit={(e) => {
        e.preventDefault()
        void act(() => post('/views', { name, ...now }))
      }}
    >
      <input
        aria-label={say('Name of the view')}
        className="field max-w-72"
        placeholder={say('terminals to test')}
        value={name}
        maxLength={60}
        required
        autoFocus
        onChange={(e) => onName(e.target.value)}
      />
      <PlainButton type="submit">{say('Save the view')}</PlainButton>
    </form>
  )
}

function ColumnChoice({
  now,
  onColumns,
}: {
  now: Query
  onColumns: (columns: readonly ListColumn[]) => void
}) {
  return (
    <fieldset className="bg-next border-verdigris mt-2 flex flex-wrap gap-x-6 border-l-4 p-3">
      <legend className="sr-only">{say('Columns of the list')}</legend>
      {listColumns.map((c) => (
        <Tick
          key={c}
          label={columns[c].header}
          checked={now.columns.includes(c)}
          disabled={c === 'name'}
          onChange={(e) =>
            onColumns(listColumns.filter((x) => (x === c ? e.target.checked : now.columns.includes(x))))
          }
        />
      ))}
    </fieldset>
  )
}
