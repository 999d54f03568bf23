/** One check of a camera while it is made: the photograph, its marks, what was read from them, and writing what came of it. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import type { CameraAnswer } from '#api/treatments.ts'
import type { GearId } from '#core/ids.ts'
import { checkCamera } from '#core/colour/camera.ts'
import { cameraKind } from '#core/treatment/cameras.ts'
import { newId } from '#web/app/clock.ts'
import { get, upload, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSend } from '#web/app/send.ts'
import { chipsRead, type Next } from './CameraCheck.tsx'
import { checkedCamera, markOf, refusesMark } from './camera-form.ts'
import type { Mark } from './Marks.tsx'

export function useCameraCheck() {
  const { send, error, busy, setError } = useSend()
  const gear = useQuery({ queryKey: keys.gear, queryFn: () => get('/gear') })
  const cameras = (gear.data?.gear ?? []).filter((g) => g.gearKind === cameraKind)
  const [camera, setCamera] = useState('')
  const [name, setName] = useState('')
  const [file, setFile] = useState<File>()
  const [src, setSrc] = useState('')
  const [marks, setMarks] = useState<readonly Mark[]>([])
  const [chosen, setChosen] = useState<number>()
  const [next, setNext] = useState<Next>({ role: 'card', label: say('grey'), lightness: '60', lab: '' })
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
    const { role, label, lab } = next
    const wrong = refusesMark(next)
    setError(wrong)
    if (wrong) return
    if (role === 'chip') setKnown({ ...known, [label.trim()]: lab })
    change([...marks, markOf(next, box)])
    if (role === 'chip')
      setNext({ ...next, label: say('chip {keys}', { keys: Object.keys(known).length + 2 }), lab: '' })
  }
  const measure = async () => {
    if (!file) return setError(say('Choose the photograph first.'))
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
    if (!camera && !called) return setError(say('Name the camera.'))
    const written = await send(
      checkedCamera((camera || newId()) as GearId, camera ? undefined : called, said),
    )
    if (written) {
      setSaved(called ?? cameras.find((c) => c.id === camera)?.name ?? say('The camera'))
      setMarks([])
      setRead(undefined)
      setFile(undefined)
      setKnown({})
    }
  }
  return {
    ...{ cameras, camera, setCamera, name, setName, file, src, marks, chosen, setChosen, next, setNext },
    ...{ known, read, said, check, saved, error, busy, change, draw, measure, save },
    chooseFile: (chosen: File | undefined) => {
      setFile(chosen)
      setRead(undefined)
      setSaved(undefined)
    },
  }
}

export type CameraChecking = ReturnType<typeof useCameraCheck>
