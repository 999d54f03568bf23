/** A colour is measured on a photograph: cards, the place of true colour and patches are marked; what they say is shown before it is written. */
import { useState } from 'react'
import { Link } from 'react-router'
import type { MeasureAnswer, TreatmentsAnswer } from '#api/treatments.ts'
import {
  captureWords,
  cardsWords,
  checkWords,
  colourCaveat,
  renderedCaveat,
  troubleWords,
  truthWords,
  yellowWords,
} from '#api/words/colours.ts'
import { refusesCapture } from '#core/colour/capture.ts'
import { markRoles, type MarkRole } from '#core/history/bodies/colour.ts'
import type { EntryId, GearId, MachineId } from '#core/ids.ts'
import type { PhotoRow } from '#core/views/photos.ts'
import { post, wordsOf } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, MainButton, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { PhotoDrop } from '#web/ui/photos/PhotoDrop.tsx'
import { photoSrc, photoTitle } from '#web/ui/photos/src.ts'
import { Marks, type Mark } from './Marks.tsx'

const lightnesses: Readonly<Record<string, number>> = { white: 95, grey: 60, dark: 25 }

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
  const { short } = useDates()
  const { send, error, busy, setError } = useSend()
  const [zone, setZone] = useState(answer.zones[0]?.name ?? 'case')
  const [photo, setPhoto] = useState(photos.at(-1)?.entry ?? '')
  const [marks, setMarks] = useState<readonly Mark[]>(answer.lastMarks[answer.zones[0]?.name ?? ''] ?? [])
  const [chosen, setChosen] = useState<number>()
  const [role, setRole] = useState<MarkRole>('card')
  const [name, setName] = useState('grey')
  const [lightness, setLightness] = useState('60')
  const [camera, setCamera] = useState(answer.lastCamera ?? '')
  const [read, setRead] = useState<MeasureAnswer>()
  const change = (next: readonly Mark[]) => {
    setMarks(next)
    setRead(undefined)
  }
  const choose = (to: string) => {
    setZone(to)
    change(answer.lastMarks[to] ?? marks)
  }
  const draw = (box: Pick<Mark, 'x' | 'y' | 'w' | 'h'>) => {
    const light = Number(lightness.replace(',', '.'))
    if (!name.trim()) return setError('Name the mark first: “grey”, “under the serial label”, “left half”.')
    if (role === 'card' && !(light >= 1 && light <= 100))
      return setError('A card has a lightness L* between 1 and 100.')
    setError(undefined)
    change([...marks, { role, name: name.trim(), ...box, ...(role === 'card' ? { lightness: light } : {}) }])
  }
  const measure = async () => {
    setError(undefined)
    try {
      setRead(
        await post(
          '/machines/:id/measure',
          { photo, marks, ...(camera ? { camera: camera as GearId } : {}) },
          { id: machine },
        ),
      )
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  const save = async () => {
    if (!read) return
    const written = await send([
      {
        basis: 'measured',
        body: {
          kind: 'colour',
          machine: machine as MachineId,
          zone,
          photo: photo as EntryId,
          ...(camera ? { camera: camera as GearId } : {}),
          file: read.file,
          version: read.version,
          marks: [...read.marks],
          ...(read.cells ? { cells: read.cells } : {}),
        },
      },
    ])
    if (written) onClose()
  }
  return (
    <Slip title="Measure a colour" onClose={onClose}>
      <details className="mb-3">
        <summary className="act cursor-pointer">How to take the photograph, in a minute</summary>
        <ol className="list-decimal pl-6">
          <li>
            The piece clean and dry, in open shade or by a north window; room lamps off, no flash, no direct
            sun.
          </li>
          <li>
            Matt cards of known lightness flat on the piece: white, grey and dark, the grey again at two other
            corners. Not office paper: it carries brightener.
          </li>
          <li>
            A place of its true colour in the picture (under a label, inside, a covered edge), and an
            untreated piece if there is one.
          </li>
          <li>The camera’s plain mode, square on, at arm’s length; no filter, no portrait, no night mode.</li>
          <li>
            A second shot with the phone turned half round, measured as well: how far both are apart is the
            honest repeat.
          </li>
          <li>Send the file itself, as JPEG; messengers change it.</li>
        </ol>
      </details>
      <div className="grid grid-cols-2 items-end gap-3 max-sm:grid-cols-1">
        <SelectField
          label="Zone"
          value={zone}
          onChange={(e) => choose(e.target.value)}
          options={answer.zones.map((z) => z.name)}
        />
        <SelectField
          label="Photograph"
          value={photo}
          onChange={(e) => {
            setPhoto(e.target.value)
            setRead(undefined)
          }}
          options={[
            { value: '', label: 'choose one' },
            ...photos.map((p) => ({ value: p.entry, label: photoTitle(p, short) })),
          ]}
        />
        <span>
          <SelectField
            label="Camera"
            value={camera}
            onChange={(e) => {
              setCamera(e.target.value)
              setRead(undefined)
            }}
            options={[
              { value: '', label: 'not a checked one' },
              ...answer.cameras.map((c) => ({ value: c.id, label: c.name })),
            ]}
          />
          <Link className="act" to="/camera">
            Check a camera
          </Link>
        </span>
      </div>
      <div className="my-2">
        <PhotoDrop
          machine={machine as MachineId}
          meta={{ zone, words: 'for its colour' }}
          label="Add a photograph"
        />
      </div>
      {photo && (
        <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-4 max-md:grid-cols-1">
          <Marks
            src={photoSrc(machine, photo)}
            marks={marks}
            chosen={chosen}
            onChoose={setChosen}
            onDraw={draw}
            onChange={(index, mark) =>
              change(
                mark ? marks.map((m, i) => (i === index ? mark : m)) : marks.filter((_, i) => i !== index),
              )
            }
          />
          <div className="space-y-2">
            <fieldset className="grid grid-cols-2 items-end gap-2">
              <legend className="text-13 text-quiet mb-1">
                Next mark: say what it is, then draw it on the picture
              </legend>
              <SelectField
                label="What it is"
                value={role}
                onChange={(e) => {
                  setRole(e.target.value as MarkRole)
                  setName(e.target.value === 'card' ? 'grey' : e.target.value === 'patch' ? 'middle' : '')
                }}
                options={markRoles}
              />
              <TextField
                label="Its name"
                value={name}
                maxLength={80}
                placeholder={role === 'true colour' ? 'under the serial label' : ''}
                onChange={(e) => {
                  setName(e.target.value)
                  const known = lightnesses[e.target.value.trim()]
                  if (role === 'card' && known !== undefined) setLightness(String(known))
                }}
              />
              {role === 'card' && (
                <TextField
                  label="Lightness L*"
                  className="num"
                  inputMode="decimal"
                  value={lightness}
                  onChange={(e) => setLightness(e.target.value)}
                />
              )}
              <PlainButton onClick={() => draw({ x: 0.45, y: 0.45, w: 0.1, h: 0.1 })}>
                Put it in the middle
              </PlainButton>
            </fieldset>
            <ul>
              {marks.map((mark, i) => (
                <li key={i} className="border-hair flex items-baseline justify-between gap-2 border-b py-1">
                  <span className={i === chosen ? 'font-bold' : ''}>
                    {`${mark.role}: ${mark.name}${mark.lightness ? `, L* ${mark.lightness}` : ''}`}
                  </span>
                  <Act
                    onClick={() => change(marks.filter((_, other) => other !== i))}
                  >{`Remove ${mark.name}`}</Act>
                </li>
              ))}
            </ul>
            <PlainButton disabled={busy || marks.length < 2} onClick={() => void measure()}>
              Read the marks
            </PlainButton>
            {read && <ReadOut read={read} />}
            {read && read.says.patches.length > 0 && !refusesCapture(read.capture) && (
              <MainButton disabled={busy} onClick={() => void save()}>
                Save the measurement
              </MainButton>
            )}
          </div>
        </div>
      )}
      <Said error={error} />
    </Slip>
  )
}

/** To a tenth; what rounds to nothing has no sign. */
const tenth = (v: number): string => (Math.abs(v) < 0.05 ? '0.0' : v.toFixed(1))

/** What the marks say, before anything is written. */
function ReadOut({ read: { says, cells, capture } }: { read: MeasureAnswer }) {
  const { when } = useDates()
  return (
    <div className="border-verdigris border-l-4 pl-3" role="status">
      {capture.map((t) => (
        <p key={t.why} className="text-copper font-bold">
          {captureWords(t)}
        </p>
      ))}
      {says.troubles.map((t, i) => (
        <p key={i} className="text-copper font-bold">
          {troubleWords(t)}
        </p>
      ))}
      {says.db && (
        <p className="font-bold">{`Δb* against “${says.truth?.name ?? 'the true colour'}”: ${yellowWords(says.db)}.`}</p>
      )}
      {says.patches.map((p) => (
        <p key={p.name} className="num">
          {`${p.name}: L* ${tenth(p.lab[0])}, a* ${tenth(p.lab[1])}, b* ${tenth(p.lab[2])}${p.yellowness === undefined ? '' : `, yellowness ${p.yellowness.toFixed(0)} (E313)`}`}
        </p>
      ))}
      {says.neutrals > 0 && <p>{`${cardsWords(says.neutrals)} ${checkWords(says.by, when.zone)}`}</p>}
      {says.truth && <p>{truthWords(says.truth.name)}</p>}
      {!cells && says.patches.length > 0 && <p>No patch is large enough to judge how even it is.</p>}
      <p className="text-quiet">{`${colourCaveat} ${says.by.checked ? '' : renderedCaveat}`}</p>
    </div>
  )
}
