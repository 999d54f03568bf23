/** What to do next: at most five acts, the first with the one filled button. */
import { say } from '#api/words/say.ts'
import { actBar, actCost, actNeeds, actTells, actTitle } from '#api/words/fault.ts'
import { list } from '#api/words/lists.ts'
import type { ActRow } from '#core/views/fault-shape.ts'
import type { MachineId } from '#core/ids.ts'
import { HouseLink, useSource } from '#web/app/source.tsx'
import { Act, MainButton } from '#web/ui/Forms.tsx'

const nothingThatCan = say(
  'Nothing that can be done here would tell more. Say what the function needs, or read a rail.',
)

export function Acts({
  acts,
  missing,
  order,
  close,
  machine,
  onBegin,
}: {
  acts: readonly ActRow[]
  /** Positions that have to hold a part first. */
  missing: readonly string[]
  order: string
  close: string | undefined
  machine: MachineId
  /** Absent: no episode is open, so no line can be begun. */
  onBegin: ((line: string) => void) | undefined
}) {
  const { practice } = useSource()
  return (
    <section aria-label={say('What to do next')} className="bg-sheet rounded-sm px-4 py-3">
      <h2 className="headrule">{say('What to do next')}</h2>
      {missing.length > 0 && (
        <p className="py-2">
          {`${say('Put back or fit {missing} first, then test again.', { missing: list(missing, 4) })} `}
          <HouseLink className="act" to={`/machines/${machine}?show=parts`}>
            {say('Parts and donors')}
          </HouseLink>
        </p>
      )}
      {acts.length === 0 && missing.length === 0 && <p className="text-quiet py-2">{nothingThatCan}</p>}
      <ol>
        {acts.map((act, i) => {
          const bar = actBar(act)
          const needs = actNeeds(act)
          // A gear check is written under Types and house; in practice it is a line.
          const line = practice && act.sort === 'prove gear' ? `prove ${act.at}` : act.line
          return (
            <li key={act.sort + act.at} className="border-hair grid grid-cols-[1.5rem_1fr] border-b py-2">
              <span className="num">{i + 1}</span>
              <div className="min-w-0 space-y-0.5">
                <strong className={i === 0 ? 'text-18' : ''}>{actTitle(act)}</strong>
                <p>{actTells(act)}</p>
                <p className="text-13 text-quiet">{actCost(act)}</p>
                {needs && <p className="text-13">{needs}</p>}
                {bar && <p className="text-13 text-copper font-bold">{bar}</p>}
                {act.sort === 'prove gear' && !practice && (
                  <HouseLink className="act" to="/types">
                    {say('Record a gear check')}
                  </HouseLink>
                )}
                {onBegin && line !== '' ? (
                  i === 0 ? (
                    <MainButton className="mt-1" onClick={() => onBegin(line)}>
                      {say('Begin the line')}
                    </MainButton>
                  ) : (
                    <Act
                      aria-label={say('Begin the line: {actTitle}', { actTitle: actTitle(act) })}
                      onClick={() => onBegin(line)}
                    >
                      {say('Begin the line')}
                    </Act>
                  )
                ) : null}
              </div>
            </li>
          )
        })}
      </ol>
      {!onBegin && acts.length > 0 && (
        <p className="py-2">
          <HouseLink className="act" to={`/machines/${machine}`}>
            {say('Open an episode to begin')}
          </HouseLink>
        </p>
      )}
      <p className="text-13 text-quiet pt-2">
        {order} {close}
      </p>
    </section>
  )
}
