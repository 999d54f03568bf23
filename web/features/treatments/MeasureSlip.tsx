/** A colour is measured on a photograph: cards, the place of true colour and patches are marked; what they say is shown before it is written. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { Link } from 'react-router'
import type { MeasureAnswer, TreatmentsAnswer } from '#api/treatments.ts'
import { refusesCapture } from '#core/colour/capture.ts'
import { markRoles, type MarkRole } from '#core/history/bodies/colour.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId, GearId, MachineId } from '#core/ids.ts'
import type { PhotoRow } from '#core/views/photos.ts'
import { post, wordsOf } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { figure } from '#web/app/typed.ts'
import { Act, MainButton, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { PhotoDrop } from '#web/ui/photos/PhotoDrop.tsx'
import { photoSrc, photoTitle } from '#web/ui/photos/src.ts'
import { Marks, type Mark } from './Marks.tsx'
import { ReadOut } from './ReadOut.tsx'

const lightnesses: Readonly<Record<string, number>> = { white: 95, grey: 60, dark: 25 }

interface Part {
  readonly measuring: ReturnType<typeof useMeasuring>
  readonly answer: TreatmentsAnswer
}

export function MeasureSlip({
  machine,
  photos,
  answer,
  onClose,
}: {
  machine: string
  photos: readonly PhotoRow[]
  answer: TreatmentsAnswer
  onClose: () => void
}) {
  const measuring = useMeasuring(machine, photos, answer, onClose)
  const { photo } = measuring.chosen
  return (
    <Slip title={say('Measure a colour')} onClose={onClose}>
      <HowTo />
      <Choices measuring={measuring} answer={answer} photos={photos} />
      <div className="my-2">
        <PhotoDrop
          machine={machine as MachineId}
          meta={{ zone: measuring.chosen.zone, words: 'for its colour' }}
          label={say('Add a photograph')}
        />
      </div>
      {photo && <Marking src={photoSrc(machine, photo)} measuring={measuring} />}
      <Said error={measuring.error} />
    </Slip>
  )
}

/** What is measured on which photograph, the marks on it, and what they were read to say. */
function useMeasuring(
  machine: string,
  photos: readonly PhotoRow[],
  { zones, lastMarks, lastCamera }: TreatmentsAnswer,
  onClose: () => void,
) {
  const { send, error, busy, setError } = useSend()
  const [chosen, setChosen] = useState({
    zone: zones[0]?.name ?? 'case',
    photo: (photos.at(-1)?.entry ?? '') as string,
    camera: lastCamera ?? '',
  })
  const [marks, setMarks] = useState<readonly Mark[]>(lastMarks[zones[0]?.name ?? ''] ?? [])
  const [read, setRead] = useState<MeasureAnswer>()
  const { zone, photo, camera } = chosen
  const by = camera ? { camera: camera as GearId } : {}
  /** Whatever is changed has to be read again. */
  const mark = (next: readonly Mark[]) => {
    setMarks(next)
    setRead(undefined)
  }
  return {
    ...{ chosen, marks, mark, read, error, busy, setError },
    choose: (more: Partial<typeof chosen>) => {
      setChosen({ ...chosen, ...more })
      mark(more.zone === undefined ? marks : (lastMarks[more.zone] ?? marks))
    },
    measure: async () => {
      setError(undefined)
      try {
        setRead(await post('/machines/:id/measure', { photo, marks, ...by }, { id: machine }))
      } catch (failure) {
        setError(wordsOf(failure))
      }
    },
    save: async () => {
      if (!read) return
      const { file, version, cells } = read
      const body: BodyOf<'colour'> = {
        kind: 'colour',
        machine: machine as MachineId,
        zone,
        photo: photo as EntryId,
        ...by,
        file,
        version,
        marks: [...read.marks],
        ...(cells ? { cells } : {}),
      }
      if (await send([{ basis: 'measured', body }])) onClose()
    },
  }
}

function HowTo() {
  return (
    <details className="mb-3">
      <summary className="act cursor-pointer">{say('How to take the photograph, in a minute')}</summary>
      <ol className="list-decimal pl-6">
        <li>
          {say(
            'The piece clean and dry, in open shade or by a north window; room lamps off, no flash, no direct sun.',
          )}
        </li>
        <li>
          {say(
            'Matt cards of known lightness flat on the piece: white, grey and dark, the grey again at two other corners. Not office paper: it carries brightener.',
          )}
        </li>
        <li>
          {say(
            'A place of its true colour in the picture (under a label, inside, a covered edge), and an untreated piece if there is one.',
          )}
        </li>
        <li>
          {say('The camera’s plain mode, square on, at arm’s length; no filter, no portrait, no night mode.')}
        </li>
        <li>
          {say(
            'A second shot with the phone turned half round, measured as well: how far both are apart is the honest repeat.',
          )}
        </li>
        <li>{say('Send the file itself, as JPEG; messengers change it.')}</li>
      </ol>
    </details>
  )
}

function Choices({ measuring, answer, photos }: Part & { photos: readonly PhotoRow[] }) {
  const { short } = useDates()
  const { chosen, choose } = measuring
  return (
    <div className="grid grid-cols-2 items-end gap-3 max-sm:grid-cols-1">
      <SelectField
        label={say('Zone')}
        value={chosen.zone}
        onChange={(e) => choose({ zone: e.target.value })}
        options={answer.zones.map((z) => z.name)}
      />
      <SelectField
        label={say('Photograph')}
        value={chosen.photo}
        onChange={(e) => choose({ photo: e.target.value })}
        options={[
          { value: '', label: say('choose one') },
          ...photos.map((p) => ({ value: p.entry as string, label: photoTitle(p, short) })),
        ]}
      />
      <span>
        <SelectField
          label={say('Camera')}
          value={chosen.camera}
          onChange={(e) => choose({ camera: e.target.value })}
          options={[
            { value: '', label: say('not a checked one') },
            ...answer.cameras.map((c) => ({ value: c.id as string, label: c.name })),
          ]}
        />
        <Link className="act" to="/camera">
          {say('Check a camera')}
        </Link>
      </span>
    </div>
  )
}

type Box = Pick<Mark, 'x' | 'y' | 'w' | 'h'>

/** The photograph with its marks, the next mark, and what they say. */
function Marking({ src, measuring }: { src: string } & Pick<Part, 'measuring'>) {
  const { marks, mark, read, busy, setError } = measuring
  const [chosen, setChosen] = useState<number>()
  const [next, setNext] = useState<NextMark>({ role: 'card', name: 'grey', lightness: '60' })
  const draw = (box: Box) => {
    const made = markOf(next, box)
    setError(typeof made === 'string' ? made : undefined)
    if (typeof made !== 'string') mark([...marks, made])
  }
  const without = (index: number) => marks.filter((_, other) => other !== index)
  return (
    <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-4 max-md:grid-cols-1">
      <Marks
        src={src}
        marks={marks}
        chosen={chosen}
        onChoose={setChosen}
        onDraw={draw}
        onChange={(index, to) => mark(to ? marks.map((m, i) => (i === index ? to : m)) : without(index))}
      />
      <div className="space-y-2">
        <Next next={next} onNext={setNext} onPlace={() => draw({ x: 0.45, y: 0.45, w: 0.1, h: 0.1 })} />
        <ul>
          {marks.map((m, i) => (
            <li key={i} className="border-hair flex items-baseline justify-between gap-2 border-b py-1">
              <span className={i === chosen ? 'font-bold' : ''}>
                {`${m.role}: ${m.name}${m.lightness ? `, L* ${m.lightness}` : ''}`}
              </span>
              <Act onClick={() => mark(without(i))}>{say('Remove {name}', { name: m.name })}</Act>
            </li>
          ))}
        </ul>
        <PlainButton disabled={busy || marks.length < 2} onClick={() => void measuring.measure()}>
          {say('Read the marks')}
        </PlainButton>
        {read && <ReadOut read={read} />}
        {read && read.says.patches.length > 0 && !refusesCapture(read.capture) && (
          <MainButton disabled={busy} onClick={() => void measuring.save()}>
            {say('Save the measurement')}
          </MainButton>
        )}
      </div>
    </div>
  )
}

interface NextMark {
  readonly role: MarkRole
  readonly name: string
  readonly lightness: string
}

/** The mark that is drawn, or what it lacks. */
function markOf({ role, name, lightness }: NextMark, box: Box): Mark | string {
  const light = figure(lightness) ?? Number.NaN
  if (!name.trim()) return say('Name the mark first: “grey”, “under the serial label”, “left half”.')
  if (role !== 'card') return { role, name: name.trim(), ...box }
  return light >= 1 && light <= 100
    ? { role, name: name.trim(), ...box, lightness: light }
    : say('A card has a lightness L* between 1 and 100.')
}

const usualName: Readonly<Partial<Record<MarkRole, string>>> = { card: 'grey', patch: 'middle' }

function Next({
  next,
  onNext,
  onPlace,
}: {
  next: NextMark
  onNext: (next: NextMark) => void
  /** Without a pointer: it is put in the middle and moved by keys. */
  onPlace: () => void
}) {
  return (
    <fieldset className="grid grid-cols-2 items-end gap-2">
      <legend className="text-13 text-quiet mb-1">
        {say('Next mark: say what it is, then draw it on the picture')}
      </legend>
      <SelectField
        label={say('What it is')}
        value={next.role}
        onChange={(e) => {
          const role = e.target.value as MarkRole
          onNext({ ...next, role, name: usualName[role] ?? '' })
        }}
        options={markRoles}
      />
      <TextField
        label={say('Its name')}
        value={next.name}
        maxLength={80}
        placeholder={next.role === 'true colour' ? say('under the serial label') : ''}
        onChange={(e) => {
          const known = next.role === 'card' ? lightnesses[e.target.value.trim()] : undefined
          onNext({
            ...next,
            name: e.target.value,
            ...(known === undefined ? {} : { lightness: String(known) }),
          })
        }}
      />
      {next.role === 'card' && (
        <TextField
          label={say('Lightness L*')}
          className="num"
          inputMode="decimal"
          value={next.lightness}
          onChange={(e) => onNext({ ...next, lightness: e.target.value })}
        />
      )}
      <PlainButton onClick={onPlace}>{say('Put it in the middle')}</PlainButton>
    </fieldset>
  )
}
