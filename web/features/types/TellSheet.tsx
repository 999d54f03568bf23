/** The sheet told in lines, pasted as text or a table, taken from a file or from a type that is near: seen before it is taken in. */
import { say } from '#api/words/say.ts'
import type { TypeRow } from '#api/machines.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { sheetSchema, type TypeSheet } from '#core/type/sheet.ts'
import { linesOfTable, writeSheetTable } from '#core/formats/sheet-table.ts'
import { tellSheet, type SheetTold } from '#core/type/told.ts'
import { count, list } from '#api/words/lists.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { saveText } from '#web/app/save.ts'
import { Act, PlainButton, Said } from '#web/ui/Forms.tsx'
import { fromForm, type SheetForm } from './form.ts'

const sortTitle: Readonly<Record<SheetTold['read'][number]['sort'], string>> = {
  function: say('function'),
  position: say('position'),
  point: say('test point'),
  zone: say('zone'),
  hazard: say('hazard'),
  'weak part': say('weak part'),
  'way in': say('way in'),
  depends: say('needs'),
  essential: say('essential'),
}

/** A sheet file that this product wrote, or lines. A broken file is told as an error. */
function readText(text: string, base: TypeSheet): SheetTold | { readonly error: string } {
  if (!text.trim().startsWith('{')) return tellSheet(linesOfTable(text) ?? text, base)
  try {
    const read = sheetSchema.safeParse(JSON.parse(text))
    if (!read.success)
      return {
        error: say('This file is no type sheet: {path} {message}', {
          path: read.error.issues[0]?.path.join(' ') ?? '',
          message: read.error.issues[0]?.message ?? '',
        }),
      }
    return { sheet: { ...read.data, name: base.name || read.data.name }, read: [], rest: [], unknown: [] }
  } catch {
    return { error: say('This file cannot be read: it is no JSON.') }
  }
}

export function TellSheet({
  values,
  onTake,
}: {
  values: () => SheetForm
  onTake: (sheet: TypeSheet) => void
}) {
  const [text, setText] = useState('')
  const [error, setError] = useState<string>()
  const base = fromForm(values())
  const told = text.trim() === '' ? undefined : readText(text, base)
  const { data } = useQuery({ queryKey: keys.types, queryFn: () => get('/types') })
  const copy = async (id: string) => {
    if (!id) return
    try {
      const near = await get('/types/:id', { id })
      onTake({ ...near.sheet, name: base.name, aliases: [] })
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  const save = (as: 'json' | 'csv') => {
    const name = `${base.name.replace(/[^\w .-]/g, '_') || 'type sheet'}.${as}`
    if (as === 'json') saveText(name, JSON.stringify(base, null, 2), 'application/json')
    else saveText(name, writeSheetTable(base), 'text/csv')
  }
  const take = () => {
    if (!told || 'error' in told) return
    onTake(told.sheet)
    setText('')
  }
  return (
    <section aria-label={say('Tell the sheet')}>
      <h2 className="headrule">{say('Tell it in lines, or paste a table')}</h2>
      <div className="grid grid-cols-2 gap-6 max-lg:grid-cols-1">
        <div>
          <label htmlFor="sheet-lines" className="text-13 text-quiet block">
            {say(
              'One thing a line. What is read stands beside it before it is taken in; nothing is published yet.',
            )}
          </label>
          <textarea
            id="sheet-lines"
            className="field num mt-1 h-48 w-full py-2"
            placeholder={say(
              'it has 40 keys\npicture needs 12V and IC4\nIC4 picture ROM, socketed\nsupply: assembly, plug\nlid: 6 M4x12, two are longer\nzone: hood (ABS, grey)\n12V: 11.4 to 12.6',
            )}
            value={text}
            onChange={(e) => {
              setText(e.target.value)
              setError(undefined)
            }}
          />
          <div className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-2">
            <PlainButton type="button" disabled={!told || 'error' in told} onClick={take}>
              {say('Take into the draft')}
            </PlainButton>
            <SheetFiles onText={setText} onSave={save} />
            <NearType data={data} onCopy={copy} />
          </div>
          <Said error={error ?? (told && 'error' in told ? told.error : undefined)} />
        </div>
        {told && !('error' in told) && <Preview told={told} />}
      </div>
    </section>
  )
}

function NearType({
  data,
  onCopy,
}: {
  data: { readonly types: readonly TypeRow[] } | undefined
  onCopy: (id: string) => Promise<void>
}) {
  return (
    <>
      {data && data.types.length > 0 && (
        <label className="text-13">
          {say('Copy from a near type')}{' '}
          <select className="field h-9" defaultValue="" onChange={(e) => void onCopy(e.target.value)}>
            <option value="">{say('choose')}</option>
            {data.types.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </select>
        </label>
      )}
    </>
  )
}

function SheetFiles({
  onText,
  onSave,
}: {
  onText: (value: string) => void
  onSave: (as: 'json' | 'csv') => void
}) {
  return (
    <>
      <label className="act inline-flex min-h-9 cursor-pointer items-center">
        {say('Open a sheet file')}
        <input
          type="file"
          accept=".json,.txt,.csv,.tsv"
          className="sr-only"
          onChange={(e) => void e.target.files?.[0]?.text().then(onText)}
        />
      </label>
      <Act onClick={() => onSave('json')}>{say('Save as a file')}</Act>
      <Act onClick={() => onSave('csv')}>{say('Save as a table')}</Act>
    </>
  )
}

function Preview({ told: { sheet, read, rest, unknown } }: { told: SheetTold }) {
  const { functions, positions, points, zones, wayIn } = sheet
  return (
    <div aria-live="polite" className="max-h-72 overflow-y-auto">
      <p className="font-bold">
        {say('With this the sheet has {counts}.', {
          counts: list(
            [
              count(functions.length, 'function'),
              count(positions.length, 'position'),
              count(points.length, 'test point'),
              count(zones.length, 'zone'),
              count(wayIn.length, 'step of the way in', 'steps of the way in'),
            ],
            5,
          ),
        })}
      </p>
      {unknown.length > 0 && (
        <p className="text-copper mt-1 font-bold">
          {say('On no line of the sheet: {unknown}. What needs it does not say so until it is there.', {
            unknown: list(unknown, 8),
          })}
        </p>
      )}
      <ul className="mt-1">
        {rest.map((line, i) => (
          <li key={`rest${i}`} className="border-hair text-copper border-b py-0.5">
            <span className="text-13 inline-block w-20 font-bold">{say('not read')}</span>“{line}”
          </li>
        ))}
        {read
          .filter((row) => row.names.length > 0)
          .map((row, i) => (
            <li key={i} className="border-hair border-b py-0.5">
              <span className="text-quiet text-13 inline-block w-20">{sortTitle[row.sort]}</span>
              <span className="font-bold">{list(row.names, 6)}</span>
              {row.about && <span className="text-quiet"> {row.about}</span>}
            </li>
          ))}
      </ul>
    </div>
  )
}
