/** A house checks a camera: cards and chips of known colour on one photograph say how far its numbers may be off. */
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import type { CameraAnswer } from '#api/treatments.ts'
import type { GearId } from '#core/ids.ts'
import { checkCamera, leastChips } from '#core/colour/camera.ts'
import { refusesCapture } from '#core/colour/capture.ts'
import { cameraKind } from '#core/treatment/cameras.ts'
import { newId } from '#web/app/clock.ts'
import { get, upload, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, Field, MainButton, PlainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'
import { CheckOut, NextMark, chipsRead, labOf, type Next } from './CameraCheck.tsx'
import { Marks, type Mark } from './Marks.tsx'

export function View() {
  const { short } = useDates()
  const { send, error, busy, setError } = useSend()
  const gear = useQuery({ queryKey: keys.gear, queryFn: () => get('/gear') })
  const cameras = (gear.data?.gear ?? []).filter((g) => g.gearKind === cameraKind)
  const [camera, setCamera] = useState('')
  const [name, setName] = useState('')
  const [file, setFile] = useState<File>()
  const [src, setSrc] = useState('')
  const [marks, setMarks] = useState<readonly Mark[]>([])
  const [chosen, setChosen] = useState<number>()
  const [next, setNext] = useState<Next>({ role: 'card', label: 'grey', lightness: '60', lab: '' })
  const [known, setKnown] = useState<Readonly<Record<string, string>>>({})
  const [read, setRead] = useState<CameraAnswer>()
  const [saved, setSaved] = useState<string>()
  useEffect(() => {
    if (!file) return undefined
    const url = URL.createObjectURL(file)
    setSrc(url)
    return () => URL.revokeObjectURL(url)
  }, [file])
  const change = (next: readonly Mark[]) => {
    setMarks(next)
    setRead(undefined)
  }
  const draw = (box: Pick<Mark, 'x' | 'y' | 'w' | 'h'>) => {
    const { role, label, lightness, lab } = next
    const light = Number(lightness.replace(',', '.'))
    if (!label.trim()) return setError('Name the mark first: “grey”, “chip 3”.')
    if (role === 'card' && !(light >= 1 && light <= 100))
      return setError('A card has a lightness L* between 1 and 100.')
    if (role === 'chip' && !labOf(lab))
      return setError('Type the chip’s known colour as L* a* b*: 62 1.5 14.')
    setError(undefined)
    if (role === 'chip') setKnown({ ...known, [label.trim()]: lab })
    change([
      ...marks,
      {
        role: role === 'card' ? 'card' : 'patch',
        name: label.trim(),
        ...box,
        ...(role === 'card' ? { lightness: light } : {}),
      },
    ])
    if (role === 'chip') setNext({ ...next, label: `chip ${Object.keys(known).length + 2}`, lab: '' })
  }
  const measure = async () => {
    if (!file) return setError('Choose the photograph first.')
    setError(undefined)
    const form = new FormData()
    form.set('marks', JSON.stringify(marks))
    form.set('photo', file)
    try {
      setRead(await upload('/camera/measure', form))
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  const said = read && chipsRead(read, known)
  const check = said && 'chips' in said ? checkCamera(said.chips, said.neutrals) : undefined
  const save = async () => {
    if (!read || !said || !('chips' in said)) return
    const called = name.trim() || read.camera
    if (!camera && !called) return setError('Name the camera.')
    const id = (camera || newId()) as GearId
    const written = await send([
      ...(camera
        ? []
        : [
            {
              body: {
                kind: 'gear' as const,
                what: 'identified' as const,
                gear: id,
                name: (called ?? '').slice(0, 80),
                gearKind: cameraKind,
                attributes: {},
              },
            },
          ]),
      {
        basis: 'measured' as const,
        body: {
          kind: 'gear' as const,
          what: 'proved' as const,
          gear: id,
          camera: {
            neutrals: said.neutrals,
            chips: said.chips.map((c) => ({ name: c.name, known: [...c.known], read: [...c.read] })) as never,
          },
        },
      },
    ])
    if (written) {
      setSaved(called ?? cameras.find((c) => c.id === camera)?.name ?? 'The camera')
      setMarks([])
      setRead(undefined)
      setFile(undefined)
      setKnown({})
    }
  }
  return (
    <main className="flex-1 space-y-4 p-4 pb-16">
      <title>Check a camera</title>
      <header>
        <Link className="act" to="/types">
          Types and house
        </Link>
        <h1 className="font-display text-24 font-semibold">Check a camera</h1>
        <p className="text-quiet max-w-prose">
          One photograph of grey cards and of chips whose colour is known says how far this camera’s numbers
          may be off. Until then the ranges come from rendered photographs, and not from yours.
        </p>
      </header>
      <ol className="max-w-prose list-decimal pl-6">
        <li>Cut three sheets of matt white, grey and dark; the grey lies at three places of the picture.</li>
        <li>
          {`At least ${leastChips}, better twelve, matt chips of known L*a*b* (D65, 2°): a paint maker’s sheet or an instrument says it. Some yellow, some cream, some grey, some bluish.`}
        </li>
        <li>Open shade or a north window, no lamp, no flash; the camera’s plain mode, square on.</li>
        <li>Send the file as the camera wrote it.</li>
      </ol>
      {cameras.length > 0 && (
        <ul>
          {cameras.map((c) => (
            <li key={c.id} className="border-hair border-b py-1">
              <strong>{c.name}</strong>{' '}
              <span className="text-quiet">
                {c.proved ? `checked ${short(c.proved)}` : 'not checked yet'}
              </span>
            </li>
          ))}
        </ul>
      )}
      {saved && (
        <p role="status" className="font-bold">
          {`${saved} is checked: choose it where a colour is measured.`}
        </p>
      )}
      <div className="grid max-w-3xl grid-cols-3 items-end gap-3 max-sm:grid-cols-1">
        <SelectField
          label="Camera"
          value={camera}
          onChange={(e) => setCamera(e.target.value)}
          options={[
            { value: '', label: 'a new one' },
            ...cameras.map((c) => ({ value: c.id, label: c.name })),
          ]}
        />
        {!camera && (
          <TextField
            label="Its name here"
            value={name}
            maxLength={80}
            placeholder={read?.camera ?? 'workshop phone'}
            onChange={(e) => setName(e.target.value)}
          />
        )}
        <Field label="Photograph (JPEG, PNG)">
          {(id) => (
            <input
              id={id}
              className="field w-full"
              type="file"
              accept="image/jpeg,image/png,image/webp"
              onChange={(e) => {
                setFile(e.target.files?.[0])
                setRead(undefined)
                setSaved(undefined)
              }}
            />
          )}
        </Field>
      </div>
      {file && src && (
        <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-4 max-md:grid-cols-1">
          <Marks
            src={src}
            marks={marks}
            chosen={chosen}
            onChoose={setChosen}
            onDraw={draw}
            namesAlone
            onChange={(index, mark) =>
              change(
                mark ? marks.map((m, i) => (i === index ? mark : m)) : marks.filter((_, i) => i !== index),
              )
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
                      ? `card: ${mark.name}, L* ${mark.lightness ?? ''}`
                      : `${mark.name}: known ${known[mark.name] ?? ''}`}
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
            {read && said && <CheckOut read={read} said={said} />}
            {read && check && !('why' in check) && !refusesCapture(read.capture) && (
              <MainButton disabled={busy} onClick={() => void save()}>
                Save the check
              </MainButton>
            )}
          </div>
        </div>
      )}
      <Said error={error} />
      <p className="text-quiet">After an update of the phone, or with another lens of it, check it again.</p>
    </main>
  )
}
