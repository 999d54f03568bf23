/** A sheet that came back signed: it is known by the code at its foot, and kept beside the paper as it was issued. */
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { PaperRow } from '#api/papers.ts'
import { paperTitle } from '#api/words/paper-names.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { atLeast } from '#core/roles.ts'
import { upload, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSigned } from '#web/app/session.tsx'
import { Field, MainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptState } from '#web/ui/kept.tsx'

const signs = (code: string) => code.toUpperCase().replace(/[^0-9A-F]/g, '')

export function SignedSlip({
  view,
  papers,
  onClose,
}: {
  view: LoanView
  papers: readonly PaperRow[]
  onClose: () => void
}) {
  const { me } = useSigned()
  const client = useQueryClient()
  const kept = useKept(`loan ${view.id} signed`, onClose)
  const [code, setCode] = useKeptState(kept, 'code', '')
  const [by, setBy] = useKeptState<readonly string[]>(kept, 'by', [view.withParty])
  const [error, setError] = useState<string>()
  const [busy, setBusy] = useState(false)
  const paper = papers.find((p) => signs(p.code) === signs(code))
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const scan = form.get('scan')
    if (!paper) return setError('Type the code that stands at the foot of the sheet: eight signs, 4F0A-91C2.')
    if (!(scan instanceof File) || scan.size === 0)
      return setError('Choose the scan or the photograph of the sheet.')
    if (by.length === 0) return setError('Say who signed it.')
    form.set('code', code)
    form.set('by', by.join(','))
    setBusy(true)
    setError(undefined)
    try {
      await upload('/loans/:id/signed', form, { id: view.id })
      await client.invalidateQueries({ queryKey: keys.loan(view.id) })
      kept.done()
    } catch (failure) {
      setError(wordsOf(failure))
      setBusy(false)
    }
  }
  return (
    <Slip title="Keep a signed sheet" onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-2 items-end gap-3 max-sm:grid-cols-1"
      >
        <CodeField code={code} onCode={setCode} paper={paper} />
        <TextField label="Signed on" name="on" type="date" className="num" defaultValue={view.today} />
        <Field label="Scan or photograph (PDF, JPEG, PNG)">
          {(id) => (
            <input
              id={id}
              className="field w-full"
              name="scan"
              type="file"
              accept="application/pdf,image/jpeg,image/png,image/webp"
            />
          )}
        </Field>
        <SignedBy view={view} by={by} onBy={setBy} />
        <TextField label="Remarks" name="words" maxLength={400} />
        <MainButton type="submit" disabled={busy}>
          Keep the signed sheet
        </MainButton>
      </KeptForm>
      {paper?.sort === 'agreement' && (
        <p className="text-quiet mt-2">
          {atLeast(me.role, 'steward')
            ? 'It is written down with it that whoever signed agreed, in ink, to the version on that sheet and to no other.'
            : 'A steward writes down that they agreed; the sheet is kept.'}
        </p>
      )}
      <Said error={error} />
    </Slip>
  )
}

function SignedBy({
  view,
  by,
  onBy,
}: {
  view: LoanView
  by: readonly string[]
  onBy: (value: readonly string[]) => void
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-5">
      <legend className="text-13 text-quiet mb-1">Signed by</legend>
      {[
        [view.withParty, view.with],
        ['house', 'this collection'],
      ].map(([side = '', name]) => (
        <label key={side} className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={by.includes(side)}
            onChange={(e) => onBy(e.target.checked ? [...by, side] : by.filter((b) => b !== side))}
          />
          {name}
        </label>
      ))}
    </fieldset>
  )
}

function CodeField({
  code,
  onCode,
  paper,
}: {
  code: string
  onCode: (value: string) => void
  paper: PaperRow | undefined
}) {
  return (
    <TextField
      label="Code at its foot"
      className="num"
      placeholder="4F0A-91C2"
      autoComplete="off"
      value={code}
      onChange={(e) => onCode(e.target.value)}
      hint={
        paper
          ? `Paper ${paper.number}, ${paperTitle(paper.sort)}.`
          : signs(code).length >= 8
            ? 'No paper of this loan bears that code.'
            : 'Eight signs.'
      }
    />
  )
}
