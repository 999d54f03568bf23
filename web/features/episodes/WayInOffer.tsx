/** An unknown type was opened: what this episode logged becomes its way in, read over by a person, credited to the episode. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { TypeId } from '#core/ids.ts'
import type { WayInStep } from '#core/type/sheet.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act, PlainButton, Said, Slip } from '#web/ui/Forms.tsx'

const cell = 'field h-8'

export function WayInOffer({ view }: { view: EpisodeView }) {
  const { me } = useSigned()
  const [open, setOpen] = useState(false)
  const mayWrite = me.role === 'restorer' || me.role === 'steward'
  if (!view.plate.typeId || view.wayIn.length > 0 || view.wayInShown.length < 2 || !mayWrite) return null
  if (!open)
    return (
      <Act onClick={() => setOpen(true)}>
        {say('Keep these {wayInShown} steps as the way in of', { wayInShown: view.wayInShown.length })}{' '}
        {view.plate.typeName}
      </Act>
    )
  return <Editor view={view} type={view.plate.typeId as TypeId} onClose={() => setOpen(false)} />
}

function Editor({ view, type, onClose }: { view: EpisodeView; type: TypeId; onClose: () => void }) {
  const { data } = useQuery({ queryKey: keys.type(type), queryFn: () => get('/types/:id', { id: type }) })
  const { send, error, busy } = useSend()
  const [steps, setSteps] = useState<readonly WayInStep[]>(view.wayInShown)
  const edit = (at: number, change: Partial<WayInStep>) =>
    setSteps(steps.map((s, i) => (i === at ? { ...s, ...change } : s)))
  const save = async () => {
    if (!data || busy) return
    const wayIn = steps
      .filter((s) => s.what.trim())
      .map(({ heed, head, ...s }) => ({
        ...s,
        what: s.what.trim(),
        ...(head?.trim() ? { head: head.trim() } : {}),
        ...(heed?.trim() ? { heed: heed.trim() } : {}),
      }))
    if (
      await send([
        { body: { kind: 'type', type, sheet: { ...data.sheet, wayIn }, learnedIn: view.episode.id } },
      ])
    )
      onClose()
  }
  return (
    <Slip
      title={say('Opening the case of {typeName}', { typeName: view.plate.typeName ?? say('this type') })}
      onClose={onClose}
    >
      <p className="text-quiet mb-2">
        {say(
          'As it was done here. Write what the next person must take care of: hooks, hidden screws, short wires.',
        )}
      </p>
      <table className="w-full">
        <thead>
          <tr className="text-13 text-quiet text-left">
            <th className="font-normal">{say('What to take off')}</th>
            <th className="font-normal">{say('Counted')}</th>
            <th className="font-normal">{say('Head')}</th>
            <th className="font-normal">{say('Take care')}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {steps.map((step, i) => (
            <StepRow key={i} i={i} step={step} onEdit={edit} onSteps={setSteps} steps={steps} />
          ))}
        </tbody>
      </table>
      <Said error={error} />
      <p className="mt-3">
        <PlainButton disabled={!data || busy || steps.length === 0} onClick={() => void save()}>
          {say('Keep it on the type sheet')}
        </PlainButton>
      </p>
    </Slip>
  )
}

function StepRow({
  i,
  step,
  onEdit,
  onSteps,
  steps,
}: {
  i: number
  step: WayInStep
  onEdit: (at: number, change: Partial<WayInStep>) => void
  onSteps: (value: readonly WayInStep[]) => void
  steps: readonly WayInStep[]
}) {
  return (
    <tr>
      <td className="w-40 py-0.5 pr-2">
        <input
          aria-label={say('Step {i}: what', { i: i + 1 })}
          className={cell}
          value={step.what}
          onChange={(e) => onEdit(i, { what: e.target.value })}
        />
      </td>
      <td className="num w-24 pr-2 whitespace-nowrap">{[step.count, step.size].filter(Boolean).join(' ')}</td>
      <td className="w-24 pr-2">
        <input
          aria-label={say('Step {i}: head', { i: i + 1 })}
          placeholder={step.count ? say('cross') : ''}
          className={cell}
          value={step.head ?? ''}
          onChange={(e) => onEdit(i, { head: e.target.value })}
        />
      </td>
      <td className="pr-2">
        <input
          aria-label={say('Step {i}: take care', { i: i + 1 })}
          className={cell}
          value={step.heed ?? ''}
          onChange={(e) => onEdit(i, { heed: e.target.value })}
        />
      </td>
      <td>
        <Act
          onClick={() => onSteps(steps.filter((_, at) => at !== i))}
          aria-label={say('Leave out step {i}', { i: i + 1 })}
        >
          {say('Leave out')}
        </Act>
      </td>
    </tr>
  )
}
