/** The known way in while nothing is off; the order of refitting, with the catch at its step, once something is. */
import { say } from '#api/words/say.ts'
import type { RefitStep } from '#core/work/refit.ts'
import { useState } from 'react'
import type { EpisodeView } from '#core/views/episode.ts'
import { Act } from '#web/ui/Forms.tsx'

export function Opening({ view, onLine }: { view: EpisodeView; onLine: (line: string) => void }) {
  const [open, setOpen] = useState<'in' | 'back'>()
  const { steps, circle } = view.refit
  const mayWrite = view.episode.state === 'open'
  if (steps.length < 2 && view.wayIn.length === 0) return null
  return (
    <section>
      <h2 className="headrule flex justify-between gap-3">
        {view.wayIn.length > 0 && (
          <button
            type="button"
            aria-expanded={open === 'in'}
            className="act font-bold"
            onClick={() => setOpen(open === 'in' ? undefined : 'in')}
          >
            {say('Opening the case, {wayIn}', { wayIn: view.wayIn.length })}
          </button>
        )}
        {steps.length > 1 && (
          <button
            type="button"
            aria-expanded={open === 'back'}
            className="act font-bold"
            onClick={() => setOpen(open === 'back' ? undefined : 'back')}
          >
            {say('Reassembly order')}
          </button>
        )}
      </h2>
      {open === 'in' && <InSteps view={view} mayWrite={mayWrite} onLine={onLine} />}
      {open === 'back' && <BackSteps circle={circle} steps={steps} mayWrite={mayWrite} onLine={onLine} />}
    </section>
  )
}

function InSteps({
  view,
  mayWrite,
  onLine,
}: {
  view: EpisodeView
  mayWrite: boolean
  onLine: (line: string) => void
}) {
  return (
    <ol>
      {view.wayIn.map((step, i) => (
        <li key={i} className="border-hair border-b py-1.5">
          <span className="flex items-baseline gap-2">
            <span className="num text-quiet">{i + 1}</span>
            <span className="min-w-0 flex-1 break-words">
              <strong>{step.what}</strong>{' '}
              <span className="num">{[step.count, step.size].filter(Boolean).join(' ')}</span> {step.head}
            </span>
          </span>
          {step.heed && <span className="text-copper block font-bold">{step.heed}</span>}
          {mayWrite && step.count !== undefined && step.size && (
            <Act onClick={() => onLine(`off ${step.what} ${step.count} ${step.size} `)}>
              {say('Into the line')}
            </Act>
          )}
        </li>
      ))}
    </ol>
  )
}

function BackSteps({
  circle,
  steps,
  mayWrite,
  onLine,
}: {
  circle: readonly string[]
  steps: readonly RefitStep[]
  mayWrite: boolean
  onLine: (line: string) => void
}) {
  return (
    <>
      {circle.length > 0 && (
        <p className="text-copper py-1.5 font-bold">
          {say('The sheet asks for a circle: {steps}. One of these must be wrong.', {
            steps: [...circle, circle[0]].join(' before '),
          })}
        </p>
      )}
      <ol>
        {steps.map((step, i) => (
          <li key={step.line} className="border-hair border-b py-1.5">
            <span className="flex items-baseline gap-2">
              <span className="num text-quiet">{i + 1}</span>
              <span className="min-w-0 flex-1 break-words">
                <strong>{step.name}</strong> <span className="text-quiet">{step.detail}</span>
              </span>
            </span>
            {step.heed.map((h) => (
              <span key={h} className="text-copper block font-bold">
                {h}
              </span>
            ))}
            {mayWrite && <Act onClick={() => onLine(step.line)}>{say('Into the line')}</Act>}
          </li>
        ))}
      </ol>
    </>
  )
}
