/** A sheet that came back signed: it is known by the code at its foot, and kept beside the paper as it was issued. */
import { say } from '#api/words/say.ts'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import type { PaperRow } from '#api/papers.ts'
import { paperTitle } from '#api/words/paper-names.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { atLeast } from '#core/roles.ts'
import { upload, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSigned } from '#web/app/session.tsx'
import { Field, MainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptForm } from '#web/ui/kept.tsx'
import { Ticks } from '#web/ui/Tick.tsx'

interface Signed {
  readonly code: string
  readonly by: readonly string[]
  readonly on: string
  readonly words: string
  readonly scan: FileList | undefined
}

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
  const form = useKeptForm<Signed>(kept, {
    defaultValues: { code: '', by: [view.withParty], on: view.today, words: '', scan: undefined },
  })
  const code = form.watch('code')
  const [error, setError] = useState<string>()
  const [busy, setBusy] = useState(false)
  const paper = papers.find((p) => signs(p.code) === signs(code))
  const submit = form.handleSubmit(async ({ by, on, words, scan: files }) => {
    const scan = files?.[0]
    if (!paper)
      return setError(say('Type the code that stands at the foot of the sheet: eight signs, 4F0A-91C2.'))
    if (!scan || scan.size === 0) return setError(say('Choose the scan or the photograph of the sheet.'))
    if (by.length === 0) return setError(say('Say who signed it.'))
    const signed = new FormData()
    for (const [name, value] of Object.entries({ code, by: by.join(','), on, words })) signed.set(name, value)
    signed.set('scan', scan)
    setBusy(true)
    setError(undefined)
    try {
      await upload('/loans/:id/signed', signed, { id: view.id })
      await client.invalidateQueries({ queryKey: keys.loan(view.id) })
      kept.done()
    } catch (failure) {
      setError(wordsOf(failure))
      setBusy(false)
    }
  })
  return (
    <Slip title={say('Keep a signed sheet')} onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-2 items-end gap-3 max-sm:grid-cols-1"
      >
        <CodeField form={form} paper={paper} />
        <TextField label={say('Signed on')} type="date" className="num" {...form.register('on')} />
        <Field label={say('Scan or photograph (PDF, JPEG, PNG)')}>
          {(id) => (
            <input
              id={id}
              className="field w-full"
              type="file"
              accept="application/pdf,image/jpeg,image/png,image/webp"
              {...form.register('scan')}
            />
          )}
        </Field>
        <SignedBy view={view} form={form} />
        <TextField label={say('Remarks')} maxLength={400} {...form.register('words')} />
        <MainButton type="submit" disabled={busy}>
          {say('Keep the signed sheet')}
        </MainButton>
      </KeptForm>
      {paper?.sort === 'agreement' && (
        <p className="text-quiet mt-2">
          {atLeast(me.role, 'steward')
            ? say(
                'It is written down with it that whoever signed agreed, in ink, to the version on that sheet and to no other.',
              )
            : say('A steward writes down that they agreed; the sheet is kept.')}
        </p>
      )}
      <Said error={error} />
    </Slip>
  )
}

function SignedBy({ view, form }: { view: LoanView; form: UseFormReturn<Signed> }) {
  return (
    <fieldset className="flex flex-wrap gap-x-5">
      <legend className="text-13 text-quiet mb-1">{say('Signed by')}</legend>
      <Ticks
        control={form.control}
        name="by"
        options={[
          { value: view.withParty, label: view.with },
          { value: 'house', label: say('this collection') },
        ]}
      />
    </fieldset>
  )
}

function CodeField({ form, paper }: { form: UseFormReturn<Signed>; paper: PaperRow | undefined }) {
  const code = form.watch('code')
  return (
    <TextField
      label={say('Code at its foot')}
      className="num"
      placeholder="4F0A-91C2"
      autoComplete="off"
      {...form.register('code')}
      hint={
        paper
          ? say('Paper {number}, {paperTitle}.', { number: paper.number, paperTitle: paperTitle(paper.sort) })
          : signs(code).length >= 8
            ? say('No paper of this loan bears that code.')
            : say('Eight signs.')
      }
    />
  )
}
