/** A part that is new to the record: bought, made or found; it gets a tag and a place. */
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { NextNumbers } from '#api/machines.ts'
import type { PartId } from '#core/ids.ts'
import { newId } from '#web/app/clock.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDrafts, useWrite } from '#web/app/session.tsx'
import { MarkingReader } from './MarkingReader.tsx'
import { MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

export function NewPart({ onClose }: { onClose: () => void }) {
  const numbers = useQuery({ queryKey: ['next-numbers'], queryFn: () => get<NextNumbers>('/next-numbers'), staleTime: 0, gcTime: 0 })
  const drafts = useDrafts()
  const write = useWrite()
  const [error, setError] = useState<string>()
  const [value, setValue] = useState('')
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const text = (name: string) => String(form.get(name) ?? '').trim()
    const part = newId() as PartId
    const attributes = Object.fromEntries(['value', 'rating', 'temperature', 'package', 'body', 'safety class', 'cell'].flatMap((name) => (text(name) ? [[name, text(name)]] : [])))
    const health = text('health') as 'unknown' | 'proved good'
    const bodies = [
      {
        kind: 'part' as const,
        what: 'identified' as const,
        part,
        partKind: text('kind'),
        tag: text('tag') || (numbers.data?.tag ?? ''),
        origin: text('origin') as 'bought',
        place: { in: { kind: 'store' as const, id: text('place') } },
        ...(text('marking') ? { marking: text('marking') } : {}),
        ...(Object.keys(attributes).length > 0 ? { attributes } : {}),
      },
      ...(health === 'proved good' ? [{ kind: 'part' as const, what: 'health' as const, part, health, because: 'said when it was written down' }] : []),
    ]
    try {
      const written = await write(drafts(bodies.map((body) => ({ body }))))
      if (written.sent && written.refused) setError(written.refused.detail)
      else onClose()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <Slip title="A part that is new to the record" onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-4 gap-3 max-md:grid-cols-2">
        <TextField label="Kind" name="kind" placeholder="74LS374" required autoFocus />
        <TextField label="Tag" name="tag" className="num" placeholder={numbers.data?.tag} />
        <TextField label="Where it lies" name="place" placeholder="drawer 4" required />
        <SelectField label="Origin" name="origin" options={['bought', 'made', 'gift', 'donor', 'unknown']} />
        <TextField label="Marking" name="marking" className="num" />
        <MarkingReader onValue={setValue} />
        <TextField label="Value" name="value" className="num" placeholder="470 µF" value={value} onChange={(e) => setValue(e.target.value)} />
        <TextField label="Rating" name="rating" className="num" placeholder="25 V" />
        <TextField label="Temperature" name="temperature" className="num" placeholder="105 °C" />
        <TextField label="Package" name="package" className="num" placeholder="DIP-20" />
        <TextField label="Body, mm" name="body" className="num" placeholder="10x16" />
        <SelectField
          label="Across the mains: class"
          name="safety class"
          options={[{ value: '', label: 'no' }, 'X', 'Y'].map((o) => (typeof o === 'string' ? { value: o, label: o } : o))}
        />
        <SelectField
          label="Cell"
          name="cell"
          options={[{ value: '', label: 'none' }, 'rechargeable', 'primary'].map((o) => (typeof o === 'string' ? { value: o, label: o } : o))}
        />
        <SelectField label="Health" name="health" options={['unknown', 'proved good']} />
        <div className="flex items-end">
          <MainButton type="submit">Write it down</MainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}
