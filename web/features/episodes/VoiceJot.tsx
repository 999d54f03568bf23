/** Hold, speak, let go: a voice note is kept as a jot. With the keyboard: Enter begins and ends it. */
import { say } from '#api/words/say.ts'
import { useRef, useState } from 'react'
import { voiceMimes } from '#core/history/bodies/jot.ts'
import type { MachineId } from '#core/ids.ts'
import { nowMs } from '#web/app/clock.ts'
import { wordsOf } from '#web/app/http.ts'
import { useDrafts, useWrite } from '#web/app/session.tsx'
import { sha256Of } from '#web/ui/hash.ts'

const noMicrophone = say(
  'This browser gives no microphone here. Write a sentence instead, and tap Quick note.',
)

/** Writes what was spoken as a quick note; kept on the device until it can be sent. */
function useKeptVoice(machine: MachineId, episode: string, onSaid: (words: string | undefined) => void) {
  const drafts = useDrafts()
  const write = useWrite()
  return async (chunks: readonly Blob[], mime: string, seconds: number) => {
    const known = voiceMimes.find((m) => mime.startsWith(m))
    const blob = new Blob([...chunks], { type: mime })
    const sha256 = await sha256Of(blob)
    if (!known || !sha256 || blob.size === 0) return onSaid(say('Nothing was recorded.'))
    try {
      const body = {
        kind: 'jot' as const,
        what: 'made' as const,
        machine,
        words: '',
        voice: { file: sha256, mime: known, seconds: Number(seconds.toFixed(1)) },
      }
      const written = await write(drafts([{ body, episode }]), {
        files: [{ sha256, sort: 'voice', machine, name: 'voice', blob }],
      })
      onSaid(written.sent && written.refused ? written.refused.detail : undefined)
    } catch (failure) {
      onSaid(wordsOf(failure))
    }
  }
}

export function VoiceJot({
  machine,
  episode,
  onSaid,
}: {
  machine: MachineId
  episode: string
  onSaid: (words: string | undefined) => void
}) {
  const recorder = useRef<MediaRecorder>(undefined)
  const wanted = useRef(false)
  const [on, setOn] = useState(false)

  const keep = useKeptVoice(machine, episode, onSaid)
  const begin = async () => {
    wanted.current = true
    if (typeof MediaRecorder === 'undefined' || !globalThis.isSecureContext) return onSaid(noMicrophone)
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true })
      const made = new MediaRecorder(stream)
      const chunks: Blob[] = []
      const began = nowMs()
      made.ondataavailable = (event) => chunks.push(event.data)
      made.onstop = () => {
        for (const track of stream.getTracks()) track.stop()
        setOn(false)
        void keep(chunks, made.mimeType, (nowMs() - began) / 1000)
      }
      recorder.current = made
      made.start()
      setOn(true)
      onSaid(undefined)
      // Let go before the microphone was there.
      if (!wanted.current) end()
    } catch {
      onSaid(noMicrophone)
    }
  }
  const end = () => {
    wanted.current = false
    if (recorder.current?.state === 'recording') recorder.current.stop()
  }
  return (
    <button
      type="button"
      aria-pressed={on}
      className={`min-h-9 px-2 font-bold select-none ${on ? 'bg-verdigris text-on-verdigris rounded-sm' : 'act'}`}
      title={say('Hold down and speak; it is kept as a quick note')}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        void begin()
      }}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return
        event.preventDefault()
        if (event.repeat) return
        if (on) end()
        else void begin()
      }}
    >
      {on ? say('Listening') : say('Speak')}
    </button>
  )
}
