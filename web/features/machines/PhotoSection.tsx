/** Photographs of the machine: all of them, one over the whole screen, pairs of before and after. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import type { EntryId } from '#core/ids.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { typed } from '#web/app/typed.ts'
import { Act, PlainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'
import { PhotoCompare } from '#web/ui/photos/PhotoCompare.tsx'
import { PhotoDrop } from '#web/ui/photos/PhotoDrop.tsx'
import { PhotoGrid } from '#web/ui/photos/PhotoGrid.tsx'
import { photoTitle } from '#web/ui/photos/src.ts'
import { lazily } from '#web/ui/lazily.tsx'

const PhotoViewer = lazily(async () => (await import('#web/ui/photos/PhotoViewer.tsx')).PhotoViewer)

export function PhotoSection({ view }: { view: MachineView }) {
  const { me } = useSigned()
  const [open, setOpen] = useState<string>()
  const [pairing, setPairing] = useState(false)
  const findings = view.log.flatMap((row) =>
    row.body.kind === 'finding' && row.body.what === 'noted' && !row.withdrawn
      ? [{ value: row.id, label: say('{sort} on {zone}', { sort: row.body.sort, zone: row.body.zone }) }]
      : [],
  )
  const may = me.role !== 'guest'
  return (
    <section className="space-y-4">
      {may && <PhotoDrop machine={view.id} paste />}
      {view.photos.length === 0 ? (
        <p className="text-quiet">
          {say('None yet. Seals, labels and the underside come first, before anything is touched.')}
        </p>
      ) : (
        <PhotoGrid machine={view.id} photos={view.photos} onOpen={setOpen} />
      )}
      {view.photos.length > 1 && (
        <div>
          <h2 className="headrule flex justify-between">
            {say('Before and after')}
            {may && <Act onClick={() => setPairing(!pairing)}>{say('Make a pair')}</Act>}
          </h2>
          {pairing && <NewPair view={view} onClose={() => setPairing(false)} />}
          <Pairs view={view} />
        </div>
      )}
      {open && (
        <PhotoViewer
          machine={view.id}
          photos={view.photos}
          at={open}
          onAt={setOpen}
          findings={findings}
          positions={view.positions.map((p) => p.designator)}
          face={{ shown: view.plate.face }}
        />
      )}
    </section>
  )
}

function Pairs({ view }: { view: MachineView }) {
  const { short } = useDates()
  const [chosen, setChosen] = useState(0)
  const pairs = view.pairs.flatMap((p) => {
    const before = view.photos.find((x) => x.entry === p.before)
    const after = view.photos.find((x) => x.entry === p.after)
    return before && after ? [{ ...p, before, after }] : []
  })
  const pair = pairs[Math.min(chosen, pairs.length - 1)]
  if (!pair)
    return (
      <p className="text-quiet py-2">
        {say('No pair yet. Two photographs from one spot, before and after the work, show what it did.')}
      </p>
    )
  return (
    <div className="space-y-2 py-2">
      {pairs.length > 1 && (
        <ul className="flex flex-wrap gap-4">
          {pairs.map((p, i) => (
            <li key={p.entry}>
              <button
                type="button"
                aria-pressed={p === pair}
                className={
                  p === pair
                    ? 'border-verdigris border-b-2 font-bold'
                    : 'text-quiet border-b-2 border-transparent'
                }
                onClick={() => setChosen(i)}
              >
                {p.words ?? say('{at} and {at2}', { at: short(p.before.at), at2: short(p.after.at) })}
              </button>
            </li>
          ))}
        </ul>
      )}
      <PhotoCompare
        key={pair.entry}
        machine={view.id}
        before={pair.before}
        after={pair.after}
        words={pair.words}
      />
    </div>
  )
}

function NewPair({ view, onClose }: { view: MachineView; onClose: () => void }) {
  const { short } = useDates()
  const { send, error, busy } = useSend()
  const options = view.photos.map((p) => ({ value: p.entry, label: photoTitle(p, short) }))
  const { register, handleSubmit } = useForm({
    defaultValues: { before: options[0]?.value ?? '', after: options.at(-1)?.value ?? '', words: '' },
  })
  const submit = handleSubmit(async ({ before, after, words }) => {
    const body = {
      kind: 'pair' as const,
      machine: view.id,
      before: before as EntryId,
      after: after as EntryId,
      words: typed(words),
    }
    if (await send([{ body }])) onClose()
  })
  return (
    <form
      onSubmit={(e) => void submit(e)}
      className="bg-next border-verdigris my-2 grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-3 border-l-4 p-3 max-sm:grid-cols-1"
    >
      <SelectField label={say('Before')} options={options} {...register('before')} />
      <SelectField label={say('After')} options={options} {...register('after')} />
      <TextField label={say('What it shows')} maxLength={200} {...register('words')} />
      <PlainButton type="submit" disabled={busy}>
        {say('Pair the photographs')}
      </PlainButton>
      <Said error={error} />
    </form>
  )
}
