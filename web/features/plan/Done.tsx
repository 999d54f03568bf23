/** One tap says that planned work is done; how long it took teaches the house, and may be left out. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { SheetRow } from '#core/plan/sheet.ts'
import { Act, PlainButton, TextField } from '#web/ui/Forms.tsx'

export function Done({
  row,
  onDone,
}: {
  row: SheetRow
  onDone: (row: SheetRow, minutes: number | undefined) => void
}) {
  const [open, setOpen] = useState(false)
  const [minutes, setMinutes] = useState('')
  const n = Math.round(Number(minutes))
  if (!open)
    return (
      <Act
        className="max-md:col-start-2"
        aria-label={say('Done: {what}', { what: row.what })}
        onClick={() => setOpen(true)}
      >
        {say('Done')}
      </Act>
    )
  return (
    <form
      className="col-span-full flex flex-wrap items-end gap-3 py-2"
      onSubmit={(e) => {
        e.preventDefault()
        onDone(row, n >= 1 && n <= 1200 ? n : undefined)
        setOpen(false)
      }}
    >
      <TextField
        label={say('It took, min (may be left out)')}
        inputMode="numeric"
        className="num"
        value={minutes}
        onChange={(e) => setMinutes(e.target.value)}
      />
      <PlainButton type="submit">{say('Record that it is done')}</PlainButton>
      <Act onClick={() => setOpen(false)}>{say('Cancel')}</Act>
    </form>
  )
}
