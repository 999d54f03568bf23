/**
 * Rings when a wait is over, on every device of the house: a line under the band, a sound that can be silenced, a
 * notification where the browser may show one. What has rung is remembered by the device, so that a reload does not ring again.
 */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { WaitingRow } from '#api/machines.ts'
import { lastRing } from '#core/history/waits.ts'
import { Act } from '#web/ui/Forms.tsx'
import { keys } from './keys.ts'
import { nowMs } from './clock.ts'
import { get } from './http.ts'
import { setLook, soundOn } from './look.ts'

const key = 'anamnesis.rung'
/** What rang longer ago than this while no window was open is only shown on Bench. */
const freshMs = 15 * 60_000

function rung(): Record<string, number> {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '{}') as Record<string, number>
  } catch {
    return {}
  }
}

/** Two short tones; nothing where the browser holds sound back until somebody has tapped. */
function sound() {
  if (!soundOn()) return
  try {
    const audio = new AudioContext()
    for (const [at, hertz] of [
      [0, 660],
      [0.25, 880],
    ] as const) {
      const tone = audio.createOscillator()
      const volume = audio.createGain()
      tone.frequency.value = hertz
      volume.gain.value = 0.15
      tone.connect(volume).connect(audio.destination)
      tone.start(audio.currentTime + at)
      tone.stop(audio.currentTime + at + 0.2)
    }
    setTimeout(() => void audio.close(), 1000)
  } catch {
    // A device without sound still shows the line.
  }
}

function notify(wait: WaitingRow) {
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return
  new Notification(say('{what}: time', { what: wait.what }), {
    body: `${wait.name}, ${wait.number}`,
    tag: wait.entry,
  })
}

export default function Ringer() {
  const { data } = useQuery({
    queryKey: keys.bench,
    queryFn: () => get('/bench'),
    staleTime: 60_000,
  })
  const [shown, setShown] = useState<readonly WaitingRow[]>([])
  const [, again] = useState(0)
  useEffect(() => {
    const waits = data?.waits ?? []
    const look = () => {
      const now = nowMs()
      const known = rung()
      const due = waits.filter(
        (w) => lastRing(w, Math.max(known[w.entry] ?? 0, now - freshMs), now) !== undefined,
      )
      if (due.length === 0) return
      const kept = Object.fromEntries(
        Object.entries(known).filter(([id]) => waits.some((w) => w.entry === id)),
      )
      localStorage.setItem(
        key,
        JSON.stringify({ ...kept, ...Object.fromEntries(due.map((w) => [w.entry, now])) }),
      )
      setShown((held) => [...held.filter((h) => !due.some((d) => d.entry === h.entry)), ...due])
      sound()
      due.forEach(notify)
    }
    look()
    const timer = setInterval(look, 1000)
    return () => clearInterval(timer)
  }, [data])
  // A wait that somebody ended elsewhere stops asking here.
  const open = shown.filter((s) => data?.waits.some((w) => w.entry === s.entry))
  const list = useRef<HTMLUListElement>(null)
  const count = open.length
  // Views that fill the window leave room for the lines.
  useLayoutEffect(() => {
    const root = document.documentElement.style
    root.setProperty('--ring', `${list.current?.offsetHeight ?? 0}px`)
    return () => void root.removeProperty('--ring')
  }, [count])
  const mayAsk = typeof Notification !== 'undefined' && Notification.permission === 'default'
  if (open.length === 0) return null
  return (
    <ul ref={list} role="alert" className="bg-straw noprint text-black">
      {open.map((wait) => (
        <RingLine
          key={wait.entry}
          wait={wait}
          mayAsk={mayAsk}
          again={again}
          onClose={() => setShown(shown.filter((s) => s.entry !== wait.entry))}
        />
      ))}
    </ul>
  )
}

function RingLine({
  wait,
  mayAsk,
  again,
  onClose,
}: {
  wait: WaitingRow
  mayAsk: boolean
  again: (change: (n: number) => number) => void
  onClose: () => void
}) {
  return (
    <li className="flex min-h-11 flex-wrap items-center gap-x-6 gap-y-1 px-4 py-1">
      <span className="mr-auto">
        <strong>{wait.what}:</strong>{' '}
        {wait.everyMinutes === undefined ? say('the wait is over.') : say('it is time again.')} {wait.name}{' '}
        <span className="num">{wait.number}</span>
      </span>
      <Link
        className="font-bold underline underline-offset-4"
        to={wait.episode ? `/episodes/${wait.episode}` : `/machines/${wait.machine}`}
      >
        {say('To it')}
      </Link>
      {mayAsk && (
        <Act
          className="text-black!"
          onClick={() => void Notification.requestPermission().then(() => again((n) => n + 1))}
        >
          {say('Notify me too')}
        </Act>
      )}
      <Act
        className="text-black!"
        onClick={() => {
          setLook('sound', soundOn() ? 'off' : 'on')
          again((n) => n + 1)
        }}
      >
        {soundOn() ? say('Silence') : say('Sound on')}
      </Act>
      <Act className="text-black!" onClick={() => onClose()}>
        {say('Close')}
      </Act>
    </li>
  )
}
