/** The plan of the next evenings: what machines are wanted for, the plan that comes of it, what somebody tries with it, and telling it. */
import { say } from '#api/words/say.ts'
import { useMemo } from 'react'
import type { PlanAnswer } from '#api/plan.ts'
import type { PartyId } from '#core/ids.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import type { Plan } from '#core/plan/problem.ts'
import { movedBetween } from '#core/plan/rows.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, MainButton, PlainButton, Said } from '#web/ui/Forms.tsx'
import { Dates } from './Dates.tsx'
import { LeftOver } from './LeftOver.tsx'
import { Moves } from './Moves.tsx'
import { namesOf, type PlanNames } from './names.ts'
import { PlanLanes } from './PlanLanes.tsx'
import { usePlanning, type Tried } from './usePlanning.ts'
import { StepSlip } from './StepSlip.tsx'
import { WhatIf } from './WhatIf.tsx'
import { Wanted } from './Wanted.tsx'

const sinceTold = say('Since the plan was told')

export function Ahead({ data, plans }: { data: PlanAnswer; plans: boolean }) {
  const { zone } = useDates()
  const planning = usePlanning(data)
  const { from, search, plan, tried, chosen, setChosen, toldMoves, asTold, error, busy } = planning
  const names = useMemo(() => namesOf(data, from, zone), [data, from, zone])
  const { searching, chances } = search
  return (
    <section aria-label={say('The next evenings')} className="space-y-4">
      <h2 className="headrule">{say('Plan of the next evenings')}</h2>
      {from.steps.length > 0 && from.problem.sessions.length === 0 && (
        <p>{say('There is no evening ahead to plan for: say below when the house meets.')}</p>
      )}
      {plan && (
        <>
          <PlanLanes
            data={data}
            from={from}
            plan={plan}
            names={names}
            search={search}
            chosen={chosen}
            onChoose={(step) => setChosen(step === chosen ? undefined : step)}
            onMove={plans ? planning.moveTo : undefined}
          />
          {chosen !== undefined && plan[chosen] !== undefined && (
            <StepSlip
              key={planning.keyOf(chosen)}
              data={data}
              from={from}
              plan={plan}
              step={chosen}
              names={names}
              plans={plans}
              pinned={planning.pinned(chosen)}
              onChoose={setChosen}
              onTry={(wish) => planning.tryIt({ only: { [planning.keyOf(chosen)]: wish } })}
              onUnpin={() => planning.unpin(chosen)}
              onClose={() => setChosen(undefined)}
            />
          )}
          {tried && (
            <TriedMoves
              plan={plan}
              tried={tried}
              searching={searching}
              names={names}
              from={from}
              onKeep={planning.keepTried}
              onEnd={planning.endTried}
            />
          )}
          {toldMoves.length > 0 && (
            <Moves title={sinceTold} searching={searching} moves={toldMoves} names={names} />
          )}
          <Dates data={data} from={from} plan={plan} names={names} chances={chances} searching={searching} />
          <LeftOver from={from} plan={plan} names={names} />
          {plans && !tried && (
            <Telling
              again={from.told.size > 0}
              asTold={asTold}
              disabled={busy || planning.placed === 0}
              onTell={() => void planning.tell(plan)}
            />
          )}
          <Said error={error} />
          <WhatIf
            data={data}
            from={from}
            onTry={(party: PartyId, day) => planning.tryIt({ without: [{ party, day }] })}
          />
        </>
      )}
      <Wanted data={data} plans={plans} />
    </section>
  )
}

function TriedMoves({
  plan,
  tried,
  searching,
  names,
  from,
  onKeep,
  onEnd,
}: {
  plan: Plan
  tried: Tried
  searching: boolean
  names: PlanNames
  from: PlanFrom
  onKeep: () => void
  onEnd: () => void
}) {
  const before = new Map(from.steps.map((x, i) => [i, tried.before.get(x.key)] as const))
  return (
    <Moves
      title={tried.without ? say('If they are not there') : say('What this moves')}
      searching={searching}
      moves={movedBetween(before, plan)}
      names={names}
    >
      {!tried.without && <PlainButton onClick={onKeep}>{say('Keep it so')}</PlainButton>}
      <Act onClick={onEnd}>{tried.without ? say('End the what-if') : say('Take it back')}</Act>
    </Moves>
  )
}

function Telling({
  again,
  asTold,
  disabled,
  onTell,
}: {
  again: boolean
  asTold: boolean
  disabled: boolean
  onTell: () => void
}) {
  return (
    <p className="flex flex-wrap items-center gap-4">
      <MainButton disabled={disabled || asTold} onClick={onTell}>
        {again ? say('Tell the changed plan') : say('Tell this plan')}
      </MainButton>
      <span className="text-quiet">
        {asTold
          ? say('This is the plan as it was told.')
          : say(
              'It goes on the sheets of these evenings once it is told; until then nothing changes for anyone.',
            )}
      </span>
    </p>
  )
}
