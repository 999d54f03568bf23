/** A link of provenance: what was so, when, and what it rests on. */
import { bases, type Basis } from '#core/history/entry.ts'
import { linkSorts } from '#core/history/bodies/arrival.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { edtfToInterval, isEdtf } from '#core/quantity/time.ts'
import type { PhotoRow } from '#core/views/photos.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { nowInstant } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, type Writing } from '#web/app/session.tsx'
import { typedIn } from '#web/app/typed.ts'
import { PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { photoTitle } from '#web/ui/photos/src.ts'

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
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const { text } = typedIn(event.currentTarget)
    const when = text('when')
    const happenedAt = isEdtf(when) ? edtfToInterval(when, zone, nowInstant()) : undefined
    if (!happenedAt)
      return setError(
        'A date is written as 1984, 1984-03, 1984~ (about), 198X, 1981/1984 or 1991/.. (from 1991).',
      )
    if (happenedAt.earliest !== null && happenedAt.earliest > happenedAt.latest)
      return setError('That date is in the future.')
    const named = partyNamed(text('who'), 'provenance')
    const party = named?.party
    const writings: Writing[] = [
      ...(named?.bodies ?? []).map((body) => ({ body })),
      {
        basis: text('basis') as Basis,
        happenedAt,
        body: {
          kind: 'link',
          machine,
          sort: text('sort') as (typeof linkSorts)[number],
          when,
          ...(party ? { who: party } : {}),
          ...(text('where') ? { where: text('where') } : {}),
          ...(text('words') ? { words: text('words') } : {}),
          ...(text('evidence') ? { evidence: text('evidence') } : {}),
          ...(text('photo') ? { photo: text('photo') as EntryId } : {}),
        },
      },
    ]
    if (await send(writings)) onClose()
  }
  return (
    <Slip title="A link of provenance" onClose={onClose}>
      <form onSubmit={(e) => void submit(e)} className="grid grid-cols-3 gap-3 max-sm:grid-cols-1">
        <LinkFields photos={photos} />
        <div className="flex items-end">
          <PlainButton type="submit" disabled={busy}>
            Add the link
          </PlainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}

function LinkFields({ photos }: { photos: readonly PhotoRow[] }) {
  const { short } = useDates()
  return (
    <>
      <SelectField label="What" name="sort" options={linkSorts} autoFocus />
      <TextField
        label="When"
        name="when"
        className="num"
        placeholder="1984~ or 1991/2014"
        hint="~ is about, ? uncertain, / from and to"
        required
      />
      <TextField label="Who" name="who" placeholder="name, if it may be kept" maxLength={80} />
      <TextField label="Where" name="where" maxLength={80} />
      <TextField label="In words" name="words" maxLength={2000} />
      <SelectField label="Basis" name="basis" options={bases} defaultValue="told" />
      <TextField label="Evidence" name="evidence" placeholder="invoice, plate, name on tape" maxLength={80} />
      <SelectField
        label="Photograph of it"
        name="photo"
        options={[
          { value: '', label: 'none' },
          ...photos.map((p) => ({ value: p.entry, label: photoTitle(p, short) })),
        ]}
      />
    </>
  )
}
