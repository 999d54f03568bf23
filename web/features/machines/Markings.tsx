/** Markings of parts, typed or pasted: what may be a date, where the board's codes cluster, what stands apart. Never a verdict. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { datedPartWords, plateRemarkWords, weekWords } from '#api/words/condition.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { useSend } from '#web/app/send.ts'
import { Act, AreaField, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'

/** "U7 74LS374N 8423": a designator first, when it looks like one. */
function readLine(text: string): { designator?: string; text: string } {
  const match = /^([A-Z]{1,3}\d{1,4}[A-Z]?)[\s:=]+(.+)$/.exec(text.trim())
  return match?.[1] && match[2]
    ? { designator: match[1], text: match[2].trim().slice(0, 80) }
    : { text: text.trim().slice(0, 80) }
}

export function Markings({ arrival }: { arrival: ArrivalView }) {
  const { send, error, busy, setError } = useSend()
  const [adding, setAdding] = useState(false)
  const { register, handleSubmit, reset } = useForm({ defaultValues: { board: '', lines: '' } })
  const submit = handleSubmit(async (said) => {
    const lines = said.lines
      .split('\n')
      .filter((l) => l.trim())
      .map(readLine)
    const board = said.board.trim()
    if (lines.length === 0) return setError(say('Type one marking a line: U7 74LS374N 8423.'))
    if (lines.length > 300) return setError(say('Up to 300 markings at once.'))
    if (
      await send([
        { body: { kind: 'marking', machine: arrival.machine, lines, ...(board ? { board } : {}) } },
      ])
    ) {
      reset()
      setAdding(false)
    }
  })
  return (
    <section aria-label={say('Dates on its parts')}>
      <h2 className="headrule flex justify-between">
        {say('Dates on its parts')} <Act onClick={() => setAdding(!adding)}>{say('Read markings')}</Act>
      </h2>
      {adding && (
        <Slip title={say('Markings, one part a line')} onClose={() => setAdding(false)}>
          <form onSubmit={(e) => void submit(e)} className="space-y-3">
            <TextField
              label={say('Board')}
              placeholder={say('main board')}
              maxLength={80}
              {...register('board')}
            />
            <AreaField
              label={say('Markings as they stand')}
              rows={6}
              className="field num"
              placeholder={say('U7 74LS374N 8423\nU8 RAM64K-15 8419')}
              autoFocus
              {...register('lines')}
            />
            <PlainButton type="submit" disabled={busy}>
              {say('Read them')}
            </PlainButton>
            <Said error={error} />
          </form>
        </Slip>
      )}
      {arrival.markings.length === 0 && !adding && (
        <p className="text-quiet py-2">
          {say(
            'None read yet. Type or paste what a photograph of the board shows. Codes are usually year and week (common practice, no standard); part numbers imitate them.',
          )}
        </p>
      )}
      {arrival.originality && arrival.markings.length > 0 && <Shares of={arrival.originality} />}
      {arrival.markings.map((m) => (
        <Board key={m.entry} m={m} />
      ))}
    </section>
  )
}

function Board({ m }: { m: ArrivalView['markings'][number] }) {
  return (
    <div className="py-2">
      <p>
        {m.board && <strong>{m.board}: </strong>}
        {m.cluster.from !== undefined && m.cluster.to !== undefined
          ? say('{together} of {parts} are close together, {week} to {week2}.', {
              together: m.cluster.together,
              parts: m.cluster.parts.length,
              week: weekWords(m.cluster.from),
              week2: weekWords(m.cluster.to),
            })
          : say('Too few dates to compare.')}
      </p>
      {m.remarks.map((r, i) => (
        <p key={i} className={r.remark === 'consistent with plate' ? '' : 'text-copper font-bold'}>
          {plateRemarkWords(r)}
        </p>
      ))}
      <ul>
        {m.cluster.parts.map((p, i) => (
          <li
            key={i}
            className="border-hair grid min-h-8 grid-cols-[4rem_12rem_1fr] items-baseline gap-3 border-b py-0.5 max-sm:grid-cols-1"
          >
            <span className="num">{p.designator}</span>
            <span
              className="num truncate"
              title={
                p.reading.partNumber
                  ? say('part number {partNumber}', { partNumber: p.reading.partNumber })
                  : say('no part number seen in it')
              }
            >
              {p.text}
            </span>
            <span className={p.stands === 'later' || p.stands === 'earlier' ? 'text-copper' : 'text-quiet'}>
              {datedPartWords(p)}
            </span>
          </li>
        ))}
      </ul>
    </div>
  )
}

/** What is original by weight of positions: shown, not looked at, replaced. */
function Shares({ of: o }: { of: NonNullable<ArrivalView['originality']> }) {
  return (
    <p className="pt-2">
      {say(
        'By weight of its positions: {shownFactory} % shown to be factory, {asFound} % as found and not shown, {replaced} % replaced.',
        { shownFactory: o.shownFactory, asFound: o.asFound, replaced: o.replaced },
      )}{' '}
      {o.notOriginal.length > 0 && (
        <span className="text-quiet">
          {say('Not original: {notOriginal}.', {
            notOriginal: o.notOriginal.map((n) => `${n.position} (${n.why})`).join(', '),
          })}
        </span>
      )}
    </p>
  )
}
