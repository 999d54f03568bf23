/** A link of provenance: what was so, when, and what it rests on. */
import { say } from '#api/words/say.ts'
import { useForm, type UseFormReturn } from 'react-hook-form'
import { bases, type Basis } from '#core/history/entry.ts'
import { linkSorts } from '#core/history/bodies/arrival.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { edtfToInterval, isEdtf } from '#core/quantity/time.ts'
import type { PhotoRow } from '#core/views/photos.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { nowInstant } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, type Writing } from '#web/app/session.tsx'
import { typed } from '#web/app/typed.ts'
import { PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { photoTitle } from '#web/ui/photos/src.ts'

interface Linking {
  readonly sort: (typeof linkSorts)[number]
  readonly basis: Basis
  readonly when: string
  readonly who: string
  readonly where: string
  readonly words: string
  readonly evidence: string
  readonly photo: string
}

export function LinkForm({
  machine,
  photos,
  onClose,
}: {
  machine: MachineId
  photos: readonly PhotoRow[]
  onClose: () => void
}) {
  const { zone } = useDates()
  const { send, error, busy, setError } = useSend()
  const partyNamed = usePartyNamed()
  const form = useForm<Linking>({
    defaultValues: {
      ...{ sort: linkSorts[0], basis: 'told' },
      ...{ when: '', who: '', where: '', words: '', evidence: '', photo: '' },
    },
  })
  const submit = form.handleSubmit(async (said) => {
    const when = said.when.trim()
    const happenedAt = isEdtf(when) ? edtfToInterval(when, zone, nowInstant()) : undefined
    if (!happenedAt)
      return setError(
        say('A date is written as 1984, 1984-03, 1984~ (about), 198X, 1981/1984 or 1991/.. (from 1991).'),
      )
    if (happenedAt.earliest !== null && happenedAt.earliest > happenedAt.latest)
      return setError(say('That date is in the future.'))
    const named = partyNamed(said.who, 'provenance')
    const party = named?.party
    const writings: Writing[] = [
      ...(named?.bodies ?? []).map((body) => ({ body })),
      {
        basis: said.basis,
        happenedAt,
        body: {
          kind: 'link',
          machine,
          sort: said.sort,
          when,
          ...(party ? { who: party } : {}),
          where: typed(said.where),
          words: typed(said.words),
          evidence: typed(said.evidence),
          photo: (said.photo || undefined) as EntryId | undefined,
        },
      },
    ]
    if (await send(writings)) onClose()
  })
  return (
    <Slip title={say('A link of provenance')} onClose={onClose}>
      <form onSubmit={(e) => void submit(e)} className="grid grid-cols-3 gap-3 max-sm:grid-cols-1">
        <LinkFields form={form} photos={photos} />
        <div className="flex items-end">
          <PlainButton type="submit" disabled={busy}>
            {say('Add the link')}
          </PlainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}

function LinkFields({ form, photos }: { form: UseFormReturn<Linking>; photos: readonly PhotoRow[] }) {
  const { register } = form
  const { short } = useDates()
  return (
    <>
      <SelectField label={say('What')} {...register('sort')} options={linkSorts} autoFocus />
      <TextField
        label={say('When')}
        {...register('when')}
        className="num"
        placeholder="1984~ or 1991/2014"
        hint={say('~ is about, ? uncertain, / from and to')}
        required
      />
      <TextField
        label={say('Who')}
        {...register('who')}
        placeholder={say('name, if it may be kept')}
        maxLength={80}
      />
      <TextField label={say('Where')} {...register('where')} maxLength={80} />
      <TextField label={say('In words')} {...register('words')} maxLength={2000} />
      <SelectField label={say('Basis')} {...register('basis')} options={bases} />
      <TextField
        label={say('Evidence')}
        {...register('evidence')}
        placeholder={say('invoice, plate, name on tape')}
        maxLength={80}
      />
      <SelectField
        label={say('Photograph of it')}
        {...register('photo')}
        options={[
          { value: '', label: say('none') },
          ...photos.map((p) => ({ value: p.entry, label: photoTitle(p, short) })),
        ]}
      />
    </>
  )
}
