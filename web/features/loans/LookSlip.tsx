/** A look at a machine on its way, zone by zone: the same, different, or not looked at. */
import { say, shown } from '#api/words/say.ts'
import { list } from '#api/words/lists.ts'
import { stageWords } from '#api/words/loans.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { LookStage } from '#core/history/bodies/loan.ts'
import type { LoanMachine, LoanView } from '#core/views/loan-shape.ts'
import { useBasis } from './told.ts'
import { holdPhoto, type HeldPhoto } from '#web/ui/photos/hold.ts'
import { useSend } from '#web/app/send.ts'
import { Act, MainButton, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptState } from '#web/ui/kept.tsx'

type ZoneLook = BodyOf<'look'>['zones'][number]
type Answer = ZoneLook['is'] | 'not answered'
type How = Extract<ZoneLook, { is: 'different' }>['differences'][number]['how']
interface Looked {
  readonly is: Answer
  readonly how: How
  readonly words: string
  readonly photos: readonly File[]
}

export function LookSlip({
  view,
  machine,
  stage,
  onClose,
}: {
  view: LoanView
  machine: LoanMachine
  stage: LookStage
  onClose: () => void
}) {
  const kept = useKept(`loan ${view.id} look ${machine.id} ${stage}`, onClose)
  const { send, error, busy, setError } = useSend(kept.forget)
  const basis = useBasis()
  const [zones, setZones] = useKeptState<Readonly<Record<string, Looked>>>(kept, 'zones', {})
  const [witness, setWitness] = useKeptState(kept, 'witness', '')
  const first = stage === 'out'
  const at = (zone: string): Looked =>
    zones[zone] ?? { is: 'not answered', how: 'new', words: '', photos: [] }
  const set = (zone: string, more: Partial<Looked>) =>
    setZones({ ...zones, [zone]: { ...at(zone), ...more } })
  const open = machine.zones.filter((z) => at(z).is === 'not answered')
  const submit = async (event: React.FormEvent) => {
    event.preventDefault()
    const wordless = machine.zones.filter((z) => at(z).is === 'different' && !at(z).words.trim())
    if (wordless.length > 0)
      return setError(say('Say what is different: {wordless}.', { wordless: list(wordless) }))
    if (open.length === machine.zones.length) return setError(say('Answer for at least one zone.'))
    const held = await photosOf(view, machine, at)
    const body: BodyOf<'look'> = {
      kind: 'look',
      loan: view.id,
      machine: machine.id,
      stage,
      zones: machine.zones.map((zone) => zoneLook(zone, at(zone), held.get(zone) ?? [])),
      ...(witness.trim() ? { witness: witness.trim() } : {}),
    }
    const there = stage === 'there' || stage === 'before packing'
    const written = await send([{ basis: basis(there ? 'them' : 'house'), body }], {
      files: [...held.values()].flat().map((p) => p.held),
    })
    if (written) kept.done()
  }
  return (
    <Slip
      title={say('Look at {name} {stageWords}', { name: machine.name, stageWords: stageWords[stage] })}
      onClose={onClose}
    >
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)} className="space-y-3">
        <p className="text-quiet">
          {first
            ? say(
                'Go round the machine. “As recorded” means: what its condition says is there, and nothing else.',
              )
            : say(
                'Go round the machine and compare with how it left. What was not looked at is never taken as the same.',
              )}
        </p>
        <ul>
          {machine.zones.map((zone) => (
            <Zone key={zone} zone={zone} first={first} is={at(zone)} onSay={(more) => set(zone, more)} />
          ))}
        </ul>
        {open.length > 0 && <TheOthers onZones={setZones} zones={zones} open={open} at={at} first={first} />}
        <TextField
          label={say('Who looked with you')}
          maxLength={80}
          value={witness}
          onChange={(e) => setWitness(e.target.value)}
        />
        <MainButton type="submit" disabled={busy}>
          {say('Save the look')}
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}

function TheOthers({
  onZones,
  zones,
  open,
  at,
  first,
}: {
  onZones: (value: Readonly<Record<string, Looked>>) => void
  zones: Readonly<Record<string, Looked>>
  open: string[]
  at: (zone: string) => Looked
  first: boolean
}) {
  return (
    <div className="flex flex-wrap items-center gap-4">
      <PlainButton
        onClick={() =>
          onZones({
            ...zones,
            ...Object.fromEntries(open.map((z) => [z, { ...at(z), is: 'same' as const }])),
          })
        }
      >
        {first
          ? say('I looked at the other {open}: as recorded', { open: open.length })
          : say('I looked at the other {open}: the same', { open: open.length })}
      </PlainButton>
      <span className="text-quiet">
        {say('Not answered, written as not looked at: {open}.', { open: list(open, 12) })}
      </span>
    </div>
  )
}

/** Photographs of the zones that were looked at, held to be sent with the entry. */
async function photosOf(view: LoanView, machine: LoanMachine, at: (zone: string) => Looked) {
  const looked = machine.zones.filter((z) => at(z).is === 'same' || at(z).is === 'different')
  const held = looked.map(async (zone): Promise<[string, HeldPhoto[]]> => {
    const photos = at(zone).photos.map((f) => holdPhoto(f, { machine: machine.id, loan: view.id }))
    return [zone, await Promise.all(photos)]
  })
  return new Map(await Promise.all(held))
}

function zoneLook(zone: string, { is, how, words }: Looked, held: readonly HeldPhoto[]): ZoneLook {
  const photos = held.map(({ held: { sha256 }, width, height }) => ({ file: sha256, width, height }))
  const some = photos.length > 0 ? { photos } : {}
  if (is === 'different') return { zone, is, differences: [{ how, words: words.trim() }], ...some }
  return is === 'same' ? { zone, is, ...some } : { zone, is: 'not looked at' }
}

function Zone({
  zone,
  first,
  is: looked,
  onSay,
}: {
  zone: string
  /** The first look of a loan: it is compared with what its condition says. */
  first: boolean
  is: Looked
  onSay: (more: Partial<Looked>) => void
}) {
  return (
    <li className="border-hair border-b py-2">
      <fieldset className="flex flex-wrap items-center justify-between gap-x-6 gap-y-1">
        <legend className="float-left font-bold">{zone}</legend>
        <span className="flex flex-wrap gap-x-5">
          {(['same', 'different', 'not looked at'] as const).map((is) => (
            <label key={is} className="flex min-h-11 items-center gap-2">
              <input
                type="radio"
                className="size-5"
                name={zone}
                checked={looked.is === is}
                onChange={() => onSay({ is })}
              />
              {is === 'same' && first ? say('as recorded') : shown(is)}
            </label>
          ))}
        </span>
      </fieldset>
      {(looked.is === 'same' || looked.is === 'different') && (
        <ZonePhotos zone={zone} photos={looked.photos} onChange={(photos) => onSay({ photos })} />
      )}
      {looked.is === 'different' && (
        <div className="mt-1 grid grid-cols-[8rem_minmax(0,1fr)] gap-3 max-sm:grid-cols-1">
          <SelectField
            label={say('{zone}: how', { zone })}
            value={looked.how}
            onChange={(e) => onSay({ how: e.target.value as How })}
            options={['new', 'worse', 'better', 'gone']}
          />
          <TextField
            label={say('{zone}: what you see', { zone })}
            placeholder={say('a dent at the left corner, 2 cm')}
            maxLength={400}
            value={looked.words}
            onChange={(e) => onSay({ words: e.target.value })}
          />
        </div>
      )}
    </li>
  )
}

const mostPhotos = 8

/** Photographs of one zone: taken with the device, or chosen. */
function ZonePhotos({
  zone,
  photos,
  onChange,
}: {
  zone: string
  photos: readonly File[]
  onChange: (photos: readonly File[]) => void
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
      <label className="act flex min-h-11 cursor-pointer items-center focus-within:outline-2">
        {photos.length === 0 ? say('Add a photograph') : say('Add another')}
        <input
          type="file"
          className="sr-only"
          accept="image/*"
          multiple
          aria-label={say('{zone}: photographs', { zone })}
          onChange={(e) => {
            onChange([...photos, ...(e.target.files ?? [])].slice(0, mostPhotos))
            e.target.value = ''
          }}
        />
      </label>
      {photos.map((photo, i) => (
        <span key={`${photo.name} ${i}`} className="flex items-center gap-2">
          {photo.name}
          <Act onClick={() => onChange(photos.filter((_, other) => other !== i))}>
            {say('Remove {name}', { name: photo.name })}
          </Act>
        </span>
      ))}
    </div>
  )
}
