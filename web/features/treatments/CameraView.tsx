/** A house checks a camera: cards and chips of known colour on one photograph say how far its numbers may be off. */
import { say } from '#api/words/say.ts'
import type { GearRow } from '#api/types.ts'
import { Link } from 'react-router'
import { leastChips } from '#core/colour/camera.ts'
import { refusesCapture } from '#core/colour/capture.ts'
import { useCameraCheck, type CameraChecking } from './useCameraCheck.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, Field, MainButton, PlainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'
import { CheckOut, NextMark } from './CameraCheck.tsx'
import { Marks } from './Marks.tsx'

export function View() {
  const { short } = useDates()
  const checking = useCameraCheck()
  const { cameras, file, src, saved, error } = checking
  return (
    <main className="flex-1 space-y-4 p-4 pb-16">
      <title>{say('Check a camera')}</title>
      <HowTo />
      <KnownCameras cameras={cameras} short={short} />
      {saved && (
        <p role="status" className="font-bold">
          {say('{saved} is checked: choose it where a colour is measured.', { saved })}
        </p>
      )}
      <WhichPhotograph checking={checking} />
      {file && src && <MarkedPhotograph checking={checking} />}
      <Said error={error} />
      <p className="text-quiet">
        {say('After an update of the phone, or with another lens of it, check it again.')}
      </p>
    </main>
  )
}

/** The photograph with its marks, and what was read from them. */
function MarkedPhotograph({ checking }: { checking: CameraChecking }) {
  const {
    src,
    marks,
    chosen,
    setChosen,
    draw,
    change,
    next,
    setNext,
    known,
    busy,
    measure,
    read,
    said,
    check,
    save,
  } = checking
  return (
    <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-4 max-md:grid-cols-1">
      <Marks
        src={src}
        marks={marks}
        chosen={chosen}
        onChoose={setChosen}
        onDraw={draw}
        namesAlone
        onChange={(index, mark) =>
          change(mark ? marks.map((m, i) => (i === index ? mark : m)) : marks.filter((_, i) => i !== index))
        }
      />
      <div className="space-y-2">
        <NextMark
          next={next}
          onNext={setNext}
          chips={Object.keys(known).length}
          onMiddle={() => draw({ x: 0.45, y: 0.45, w: 0.1, h: 0.1 })}
        />
        <ul>
          {marks.map((mark, i) => (
            <li key={i} className="border-hair flex items-baseline justify-between gap-2 border-b py-1">
              <span className={i === chosen ? 'font-bold' : ''}>
                {mark.role === 'card'
                  ? say('card: {name}, L* {lightness}', { name: mark.name, lightness: mark.lightness ?? '' })
                  : say('{name}: known {known}', { name: mark.name, known: known[mark.name] ?? '' })}
              </span>
              <Act onClick={() => change(marks.filter((_, other) => other !== i))}>
                {say('Remove {name}', { name: mark.name })}
              </Act>
            </li>
          ))}
        </ul>
        <PlainButton disabled={busy || marks.length < 2} onClick={() => void measure()}>
          {say('Read the marks')}
        </PlainButton>
        {read && said && <CheckOut read={read} said={said} />}
        {read && check && !('why' in check) && !refusesCapture(read.capture) && (
          <MainButton disabled={busy} onClick={() => void save()}>
            {say('Save the check')}
          </MainButton>
        )}
      </div>
    </div>
  )
}

function WhichPhotograph({ checking }: { checking: CameraChecking }) {
  const { camera, setCamera, cameras, name, read, setName, chooseFile } = checking
  return (
    <div className="grid max-w-3xl grid-cols-3 items-end gap-3 max-sm:grid-cols-1">
      <SelectField
        label={say('Camera')}
        value={camera}
        onChange={(e) => setCamera(e.target.value)}
        options={[
          { value: '', label: say('a new one') },
          ...cameras.map((c) => ({ value: c.id, label: c.name })),
        ]}
      />
      {!camera && (
        <TextField
          label={say('Its name here')}
          value={name}
          maxLength={80}
          placeholder={read?.camera ?? say('workshop phone')}
          onChange={(e) => setName(e.target.value)}
        />
      )}
      <Field label={say('Photograph (JPEG, PNG)')}>
        {(id) => (
          <input
            id={id}
            className="field w-full"
            type="file"
            accept="image/jpeg,image/png,image/webp"
            onChange={(e) => {
              chooseFile(e.target.files?.[0])
            }}
          />
        )}
      </Field>
    </div>
  )
}

function KnownCameras({ cameras, short }: { cameras: GearRow[]; short: (at: string) => string }) {
  return (
    <>
      {cameras.length > 0 && (
        <ul>
          {cameras.map((c) => (
            <li key={c.id} className="border-hair border-b py-1">
              <strong>{c.name}</strong>{' '}
              <span className="text-quiet">
                {c.proved ? say('checked {proved}', { proved: short(c.proved) }) : say('not checked yet')}
              </span>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}

function HowTo() {
  return (
    <>
      <header>
        <Link className="act" to="/types">
          {say('Types and house')}
        </Link>
        <h1 className="font-display text-24 font-semibold">{say('Check a camera')}</h1>
        <p className="text-quiet max-w-prose">
          {say(
            'One photograph of grey cards and of chips whose colour is known says how far this camera’s numbers may be off. Until then the ranges come from rendered photographs, and not from yours.',
          )}
        </p>
      </header>
      <ol className="max-w-prose list-decimal pl-6">
        <li>
          {say(
            'Cut three sheets of matt white, grey and dark; place the grey at three places of the picture.',
          )}
        </li>
        <li>
          {say(
            'At least {leastChips}, better twelve, matt chips of known L*a*b* (D65, 2°): a paint maker’s sheet or an instrument says it. Some yellow, some cream, some grey, some bluish.',
            { leastChips },
          )}
        </li>
        <li>{say('Open shade or a north window, no lamp, no flash; the camera’s plain mode, square on.')}</li>
        <li>{say('Send the file as the camera wrote it.')}</li>
      </ol>
    </>
  )
}
