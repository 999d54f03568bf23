/** Planning work on a machine: from a recipe or a card of the house, each step with its minutes; or steps of one's own. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { PlanAnswer, PlanMachine } from '#api/plan.ts'
import { authorities } from '#api/choices.ts'
import { runsWords } from '#api/words/plan.ts'
import { placeSorts, type JobStep, type PlaceSort } from '#core/history/bodies/job.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import { recipeOfCard, recipes, type Recipe } from '#core/plan/recipes.ts'
import { useSendOne } from '#web/app/send.ts'
import { useKept, useKeptState } from '#web/ui/kept.tsx'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

const ownRecipe: Recipe = {
  name: 'work of its own',
  opens: false,
  steps: [{ what: '', minutes: 30, where: 'bench', minded: false, sun: false, tonight: false, stays: false }],
}

export function JobSlip({
  data,
  machine,
  onClose,
}: {
  data: PlanAnswer
  machine: PlanMachine
  onClose: () => void
}) {
  const kept = useKept(`planned work on ${machine.id}`, onClose)
  const all = [...recipes, ...data.cards.map(recipeOfCard), ownRecipe]
  const [which, setWhich] = useKeptState(kept, 'recipe', all[0]?.name ?? '')
  const recipe = all.find((r) => r.name === which) ?? ownRecipe
  const [steps, setSteps] = useKeptState<readonly JobStep[]>(kept, 'steps', recipe.steps)
  const { send, error } = useSendOne()
  const change = (n: number, more: Partial<JobStep>) =>
    setSteps(steps.map((s, i) => (i === n ? { ...s, ...more } : s)))
  const whole =
    steps.length > 0 && steps.every((s) => s.what.trim() !== '' && s.minutes >= 5 && s.minutes <= 600)
  const add = async () => {
    // Nothing follows the last step: it can neither wait for something nor be one that may not be left.
    const last = steps.length - 1
    const sent = await send({
      kind: 'job',
      what: 'planned',
      machine: machine.id,
      name: recipe === ownRecipe ? (steps[0]?.what ?? recipe.name) : recipe.name,
      opens: recipe.opens && steps.length > 1,
      steps: steps.map((s, n) => (n === last ? { ...s, tonight: false, within: undefined } : s)),
    })
    if (sent) kept.done()
  }
  return (
    <Slip title={say('Plan work on {name}', { name: machine.name })} onClose={onClose}>
      <div className="space-y-3">
        {kept.back && (
          <p>
            {say('What was put together here before is back.')}{' '}
            <Act onClick={kept.done}>{say('Discard it')}</Act>
          </p>
        )}
        <SelectField
          label={say('Begin from')}
          options={all.map((r) => r.name)}
          value={which}
          onChange={(e) => {
            setWhich(e.target.value)
            setSteps((all.find((r) => r.name === e.target.value) ?? ownRecipe).steps)
          }}
        />
        {recipe.caution && (
          <p className="border-copper border-l-4 pl-3">
            {say('{caution} Local rules and whoever is licensed come first.', { caution: recipe.caution })}
          </p>
        )}
        <JobSteps steps={steps} change={change} onSteps={setSteps} />
        <p className="flex flex-wrap items-center gap-5">
          <Act onClick={() => setSteps([...steps, ...ownRecipe.steps])}>{say('Add a step')}</Act>
        </p>
        <p className="flex flex-wrap items-center gap-4">
          <PlainButton disabled={!whole} onClick={() => void add()}>
            {say('Plan this work')}
          </PlainButton>
          <span className="text-quiet">
            {say('Minutes are house figures until this house has done it three times.')}
          </span>
        </p>
        <Said error={error} />
      </div>
    </Slip>
  )
}

function JobSteps({
  steps,
  change,
  onSteps,
}: {
  steps: readonly JobStep[]
  change: (n: number, more: Partial<JobStep>) => void
  onSteps: (steps: readonly JobStep[]) => void
}) {
  return (
    <ol className="space-y-3">
      {steps.map((s, n) => (
        <StepFields
          key={n}
          step={s}
          n={n}
          onChange={(more) => change(n, more)}
          onTake={() => onSteps(steps.filter((_, i) => i !== n))}
        />
      ))}
    </ol>
  )
}

function StepFields({
  step,
  n,
  onChange,
  onTake,
}: {
  step: JobStep
  n: number
  onChange: (more: Partial<JobStep>) => void
  onTake: () => void
}) {
  const [more, setMore] = useState(false)
  const number = (text: string) => Math.round(Number(text)) || 0
  return (
    <li className="border-hair space-y-2 border-t pt-2">
      <div className="grid grid-cols-[minmax(0,2fr)_1fr_1fr_1fr_auto] items-end gap-3 max-lg:grid-cols-2">
        <TextField
          label={say('Step {n}', { n: n + 1 })}
          value={step.what}
          onChange={(e) => onChange({ what: e.target.value })}
        />
        <TextField
          label={say('Minutes of hands')}
          inputMode="numeric"
          className="num"
          value={step.minutes || ''}
          error={step.minutes >= 5 && step.minutes <= 600 ? undefined : say('From 5 to 600.')}
          onChange={(e) => onChange({ minutes: number(e.target.value) })}
        />
        <SelectField
          label={say('Where')}
          options={[{ value: '', label: say('anywhere') }, ...placeSorts]}
          value={step.where ?? ''}
          onChange={(e) => onChange({ where: (e.target.value || undefined) as PlaceSort | undefined })}
        />
        <SelectField
          label={say('Authorisation')}
          options={[{ value: '', label: say('none') }, ...authorities]}
          value={step.authority ?? ''}
          onChange={(e) => onChange({ authority: (e.target.value || undefined) as Authority | undefined })}
        />
        <Act aria-label={say('Take step {n} out', { n: n + 1 })} onClick={onTake}>
          {say('Take out')}
        </Act>
      </div>
      <p className="text-13 text-quiet flex flex-wrap gap-x-4">
        {step.runs !== undefined && <span>{runsWords(step.runs)}</span>}
        {step.minded && <span>{say('Somebody looks after it.')}</span>}
        {step.sun && <span>{say('It needs the sun.')}</span>}
        {step.tonight && <span>{say('What follows begins on the same evening.')}</span>}
        {step.stays && <span>{say('It keeps its place until the next step.')}</span>}
        <Act aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? say('Fewer fields') : say('Waits, sun, place')}
        </Act>
      </p>
      {more && <StepMore step={step} onChange={onChange} number={number} />}
    </li>
  )
}

function StepMore({
  step,
  onChange,
  number,
}: {
  step: {
    what: string
    minutes: number
    minded: boolean
    sun: boolean
    tonight: boolean
    stays: boolean
    authority?: 'mains' | 'picture tube' | 'switch on' | 'lithium' | 'chemicals' | undefined
    where?: 'bench' | 'sink' | 'rack' | 'yard' | undefined
    runs?: number | undefined
    runsWhere?: 'bench' | 'sink' | 'rack' | 'yard' | undefined
    within?: number | undefined
    gear?: string | undefined
    fetch?: string | undefined
  }
  onChange: (more: Partial<JobStep>) => void
  number: (text: string) => number
}) {
  return (
    <div className="flex flex-wrap items-end gap-4">
      <TextField
        label={say('Then runs by itself, min')}
        inputMode="numeric"
        className="num"
        value={step.runs ?? ''}
        onChange={(e) => onChange({ runs: number(e.target.value) >= 5 ? number(e.target.value) : undefined })}
      />
      <SelectField
        label={say('Where it runs')}
        options={[{ value: '', label: say('where it was done') }, ...placeSorts]}
        value={step.runsWhere ?? ''}
        onChange={(e) => onChange({ runsWhere: (e.target.value || undefined) as PlaceSort | undefined })}
      />
      <TextField
        label={say('The next within, min')}
        inputMode="numeric"
        className="num"
        value={step.within ?? ''}
        onChange={(e) =>
          onChange({ within: number(e.target.value) >= 5 ? number(e.target.value) : undefined })
        }
      />
      <TextField
        label={say('Gear of which there is one')}
        value={step.gear ?? ''}
        onChange={(e) => onChange({ gear: e.target.value || undefined })}
      />
      <TextField
        label={say('From the shelf')}
        value={step.fetch ?? ''}
        onChange={(e) => onChange({ fetch: e.target.value || undefined })}
      />
      {(
        [
          ['minded', say('Somebody looks after it')],
          ['sun', say('It needs the sun')],
          ['tonight', say('It cannot be left so')],
          ['stays', say('It keeps its place')],
        ] as const
      ).map(([key, label]) => (
        <label key={key} className="flex min-h-10 items-center gap-2">
          <input
            type="checkbox"
            checked={step[key]}
            onChange={(e) => onChange({ [key]: e.target.checked })}
          />
          {label}
        </label>
      ))}
    </div>
  )
}
