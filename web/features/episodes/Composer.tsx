/** The sheet's next line: white, its time already printed; under it what the entry will do, before Enter. */
import { useQuery } from '@tanstack/react-query'
import { useEffect, useImperativeHandle, useRef, useState, type Ref } from 'react'
import type { PeopleAnswer } from '#api/session.ts'
import { effectWords, problemWords } from '#api/words/composer.ts'
import { clockWords } from '#api/words/dates.ts'
import type { ComposerContext } from '#core/views/episode.ts'
import type { CheckName } from '#core/work/checks/index.ts'
import { nowMs } from '#web/app/clock.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { VoiceJot } from './VoiceJot.tsx'
import { useHistory, useParsed } from './useComposer.ts'

export interface ComposerHandle {
  readonly set: (line: string) => void
  readonly focus: () => void
}

export function Composer({
  context,
  handle,
  onPast,
}: {
  context: ComposerContext
  handle: Ref<ComposerHandle>
  /** The check that the line being typed goes past, so that it opens at the side. */
  onPast: (check: CheckName | undefined) => void
}) {
  const { zone, when } = useDates()
  const { me } = useSigned()
  const drafts = useDrafts()
  const write = useWrite()
  const input = useRef<HTMLInputElement>(null)
  const key = `anamnesis.line.${context.episode}`
  const [line, setLineState] = useState(() => sessionStorage.getItem(key) ?? '')
  const [who, setWho] = useState(me.party)
  const [error, setError] = useState<string>()
  const [keep, setKeep] = useState<(() => void) | undefined>()
  const [busy, setBusy] = useState(false)
  const [back, setBack] = useState(0)
  const history = useHistory()
  const [now, setNow] = useState(nowMs)
  const { parsed, completions, looking } = useParsed(line, context, zone)
  const people = useQuery({ queryKey: ['people'], queryFn: () => get<PeopleAnswer>('/people') })
  const staff = people.data?.people.filter((p) => p.account && p.active && p.role !== 'guest') ?? []

  const past = parsed.ok ? parsed.effects.find((e) => e.does === 'goes past')?.check : undefined
  useEffect(() => onPast(past), [past, onPast])
  useEffect(() => {
    const timer = setInterval(() => setNow(nowMs()), 20_000)
    return () => clearInterval(timer)
  }, [])
  const setLine = (text: string) => {
    setLineState(text)
    sessionStorage.setItem(key, text)
    setError(undefined)
    setKeep(undefined)
  }
  useImperativeHandle(handle, () => ({
    set: (text) => {
      setLine(text)
      input.current?.focus()
      // What is still to be filled in is selected, so that typing replaces it.
      const gap = text.indexOf('…')
      if (gap >= 0) requestAnimationFrame(() => input.current?.setSelectionRange(gap, gap + 1))
    },
    focus: () => input.current?.focus(),
  }))

  const send = async () => {
    if (!parsed.ok || busy) return
    const list = drafts(parsed.entries.map((e) => ({ ...e, episode: context.episode, doneBy: who })))
    const finish = async (contested: 'refuse' | 'keep') => {
      setBusy(true)
      try {
        const written = await write(list, { contested })
        if (written.sent && written.refused) {
          setError(written.refused.detail)
          if (written.refused.mayKeep) setKeep(() => () => void finish('keep'))
          return
        }
        history.remember(line)
        setBack(0)
        setLine('')
      } catch (failure) {
        setError(wordsOf(failure))
      } finally {
        setBusy(false)
        input.current?.focus()
      }
    }
    await finish('refuse')
  }

  /** Whatever the line says, with nothing asked. */
  const jot = async () => {
    const words = line.trim().replace(/^jot\s+/i, '')
    if (!words || busy) return
    setBusy(true)
    try {
      await write(drafts([{ body: { kind: 'jot', what: 'made', machine: context.machine, words }, episode: context.episode, doneBy: who }]))
      setLine('')
    } catch (failure) {
      setError(wordsOf(failure))
    } finally {
      setBusy(false)
      input.current?.focus()
    }
  }

  const problem = !parsed.ok && 'problem' in parsed ? problemWords(parsed.problem, zone) : ''
  const mayComplete = completions.length > 0 && line.trim() !== ''
  return (
    <div className="bg-next border-verdigris border-t-[3px] px-3 py-2">
      <div className="flex min-h-9 items-center gap-3">
        <span className="num text-18 text-quiet">{clockWords(new Date(now).toISOString(), zone)}</span>
        <label className="sr-only" htmlFor="who">
          Done by
        </label>
        <select id="who" className="num text-quiet bg-next h-8 max-w-16 rounded-sm" value={who} onChange={(e) => setWho(e.target.value)} title="Done by">
          {(staff.some((p) => p.party === me.party) ? staff : [{ party: me.party, initials: me.initials, name: me.name }, ...staff]).map((p) => (
            <option key={p.party} value={p.party}>
              {p.initials}
            </option>
          ))}
        </select>
        <input
          ref={input}
          aria-label="Write one line: test, out, in, swap, read, clean, wait, ask"
          aria-describedby="line-says"
          className="num text-18 min-w-0 flex-1 bg-transparent outline-none"
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          placeholder="test screen pass"
          value={line}
          onChange={(e) => setLine(e.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              event.preventDefault()
              void (event.shiftKey ? jot() : send())
            } else if (event.key === 'Escape') setLine('')
            else if (event.key === 'Tab' && !event.shiftKey && mayComplete && completions[0]) {
              event.preventDefault()
              setLine(completions[0])
            } else if (event.key === 'ArrowUp' && history.lines.length > back) {
              event.preventDefault()
              const at = back + 1
              setBack(at)
              setLine(history.lines[history.lines.length - at] ?? '')
            }
          }}
        />
        {!parsed.ok && line.trim() !== '' && (
          <button type="button" className="act min-h-9 px-2" disabled={busy} title="Shift and Enter: kept as it is, sorted later" onClick={() => void jot()}>
            Jot
          </button>
        )}
        {line.trim() === '' && <VoiceJot machine={context.machine} episode={context.episode} onSaid={setError} />}
        {parsed.ok && (
          <button type="button" className="act min-h-9 px-2" disabled={busy} onClick={() => void send()}>
            Write
          </button>
        )}
      </div>
      <div id="line-says" aria-live="polite" className="min-h-10 pt-0.5 pl-[4.2rem]">
        {error ? (
          <p className="text-oxide font-bold">
            {error} {keep && <Act onClick={keep}>It did happen: keep it as contested</Act>}
          </p>
        ) : parsed.ok ? (
          <p>
            {parsed.entries[0]?.happenedAt && <span className="text-quiet">At the time given. </span>}
            {parsed.effects.map((e, i) => {
              const words = effectWords(e, when)
              return (
                <span key={i} className={words.heed ? 'text-copper font-bold' : ''}>
                  {words.text}{' '}
                </span>
              )
            })}
            <span className="text-quiet">Enter writes it, Esc clears.</span>
          </p>
        ) : looking ? (
          <p className="text-quiet">Looking it up …</p>
        ) : (
          line.trim() !== '' && <p className="text-quiet">{problem}</p>
        )}
        {mayComplete && !error && (
          <ul className="mt-0.5 flex flex-wrap gap-x-4" aria-label="Completions">
            {completions.slice(0, 6).map((c, i) => (
              <li key={c}>
                <button
                  type="button"
                  className="text-quiet hover:text-ink num text-13"
                  onClick={() => {
                    setLine(c)
                    input.current?.focus()
                  }}
                >
                  {c.trim().split(/\s+/).slice(-2).join(' ')}
                  {i === 0 && <span className="text-quiet font-normal"> Tab</span>}
                </button>
              </li>
            ))}
          </ul>
        )}
      </div>
    </div>
  )
}
