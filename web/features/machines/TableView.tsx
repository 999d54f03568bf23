/** A table of machines in: choose the file, check the columns, see row by row what would happen, then take it whole. */
import { say } from '#api/words/say.ts'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { tableFields, type Mapping, type TableAnswer, type TableField } from '#api/table.ts'
import { capital, count } from '#api/words/lists.ts'
import { upload, wordsOf } from '#web/app/http.ts'
import { useSigned } from '#web/app/session.tsx'
import { MainButton, Said, SelectField } from '#web/ui/Forms.tsx'

export function View() {
  const { me } = useSigned()
  const client = useQueryClient()
  const [file, setFile] = useState<File>()
  const [answer, setAnswer] = useState<TableAnswer>()
  const [error, setError] = useState<string>()
  const [busy, setBusy] = useState(false)
  const ask = async (chosen: File, mapping: Mapping | undefined, store: boolean) => {
    setBusy(true)
    setError(undefined)
    const form = new FormData()
    form.append('table', chosen)
    if (mapping) form.append('mapping', JSON.stringify(mapping))
    form.append('store', store ? 'yes' : 'no')
    try {
      setAnswer(await upload('/table', form))
      if (store) await client.invalidateQueries()
    } catch (failure) {
      setError(wordsOf(failure))
    } finally {
      setBusy(false)
    }
  }
  const take = (chosen: File | undefined) => {
    setFile(chosen)
    setAnswer(undefined)
    if (chosen) void ask(chosen, undefined, false)
  }
  if (me.role !== 'restorer' && me.role !== 'steward')
    return (
      <p className="p-8">
        {say('A restorer or a steward imports tables. Ask one of them; nothing was read.')}
      </p>
    )
  return (
    <main className="mx-auto w-full max-w-5xl flex-1 space-y-5 p-4 pb-16">
      <header>
        <h1 className="font-display text-24 font-semibold">{say('A table of machines')}</h1>
        <p className="text-quiet">
          {say(
            'A CSV file with one machine a row and a header. First it is only read: nothing is stored before you have seen what each row becomes, and a file with a refused row stores nothing at all.',
          )}
        </p>
      </header>
      <label
        className="border-line bg-sheet block rounded-sm border border-dashed p-4"
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault()
          take(e.dataTransfer.files[0])
        }}
      >
        <span className="mb-2 block font-bold">{say('Choose or drop the file')}</span>
        <input type="file" accept=".csv,.tsv,.txt,text/csv" onChange={(e) => take(e.target.files?.[0])} />
      </label>
      <Said error={error} />
      {answer && file && (
        <>
          <Columns
            answer={answer}
            busy={busy || answer.stored}
            onMapping={(mapping) => void ask(file, mapping, false)}
          />
          <Outcome answer={answer} busy={busy} onStore={() => void ask(file, answer.mapping, true)} />
        </>
      )}
    </main>
  )
}

function Columns({
  answer,
  busy,
  onMapping,
}: {
  answer: TableAnswer
  busy: boolean
  onMapping: (mapping: Mapping) => void
}) {
  const fieldOf = (column: number) => tableFields.find((f) => answer.mapping[f] === column) ?? ''
  const set = (column: number, field: string) => {
    const next: Partial<Record<TableField, number>> = { ...answer.mapping }
    for (const f of tableFields) if (next[f] === column || f === field) delete next[f]
    const known = tableFields.find((f) => f === field)
    if (known) next[known] = column
    onMapping(next)
  }
  return (
    <section aria-label={say('Columns')}>
      <h2 className="headrule">{say('What each column is')}</h2>
      <ul className="grid grid-cols-3 gap-x-6 max-lg:grid-cols-2 max-sm:grid-cols-1">
        {answer.header.map((h, i) => (
          <li key={i} className="border-hair border-b py-2">
            <SelectField
              label={h || say('column {i}', { i: i + 1 })}
              disabled={busy}
              value={fieldOf(i)}
              onChange={(e) => set(i, e.target.value)}
              options={[
                { value: '', label: say('left out') },
                ...tableFields.map((f) => ({ value: f, label: f })),
              ]}
            />
            <p className="text-13 text-quiet num mt-1 truncate">
              {answer.sample
                .map((r) => r[i])
                .filter(Boolean)
                .join(' · ') || say('empty in the first rows')}
            </p>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Outcome({ answer, busy, onStore }: { answer: TableAnswer; busy: boolean; onStore: () => void }) {
  if (answer.stored)
    return (
      <section className="bg-sheet rounded-sm p-5" role="status">
        <p className="text-18 mb-3">
          {answer.alreadyHere
            ? say('{added} taken in; {alreadyHere} were here already and stay as they are.', {
                added: capital(count(answer.added, 'machine')),
                alreadyHere: count(answer.alreadyHere, 'row'),
              })
            : say('{added} taken in.', { added: capital(count(answer.added, 'machine')) })}
        </p>
        <Link className="act" to="/collection?sort=came+in">
          {say('See them in the collection')}
        </Link>
      </section>
    )
  return (
    <section aria-label={say('What would happen')} className="space-y-3">
      <h2 className="headrule">{say('What would happen')}</h2>
      <p className="text-18" role="status">
        {say('{rows} rows: {added} new, {alreadyHere} already here, {refusedCount} refused.', {
          rows: answer.rows,
          added: answer.added,
          alreadyHere: answer.alreadyHere,
          refusedCount: answer.refusedCount,
        })}
      </p>
      {answer.refused.length > 0 && (
        <>
          <p className="text-copper font-bold">
            {say(
              'Mend these rows in the file and choose it again, or leave a column out. Nothing is stored while one is refused.',
            )}
          </p>
          <ol>
            {answer.refused.map((r) => (
              <li
                key={r.line}
                className="border-hair grid grid-cols-[6rem_9rem_1fr] gap-3 border-b py-1 max-sm:grid-cols-1"
              >
                <span className="num">{say('line {line}', { line: r.line })}</span>
                <span className="num truncate">{r.number || r.name || '–'}</span>
                <span>{r.why.join(' ')}</span>
              </li>
            ))}
          </ol>
          {answer.refusedCount > answer.refused.length && (
            <p className="text-quiet">
              {say('and {refusedCount} more', { refusedCount: answer.refusedCount - answer.refused.length })}
            </p>
          )}
        </>
      )}
      {answer.refusedCount === 0 && answer.added > 0 && (
        <MainButton disabled={busy} onClick={onStore}>
          {busy ? say('Taking them in …') : say('Take in {added}', { added: count(answer.added, 'machine') })}
        </MainButton>
      )}
      {answer.refusedCount === 0 && answer.added === 0 && (
        <p>{say('Every row is here already. There is nothing to take in.')}</p>
      )}
    </section>
  )
}
