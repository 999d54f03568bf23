/** Who comes to an evening: one tap says that somebody does or does not, for oneself or for somebody who rang up. */
import { say } from '#api/words/say.ts'
import type { PlanAnswer, PlanEvening } from '#api/plan.ts'
import { eveningTitle } from '#api/words/plan.ts'
import type { PartyId } from '#core/ids.ts'
import { useSendOne } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { PlainButton, Said } from '#web/ui/Forms.tsx'

const words = {
  comes: say('You come'),
  usually: say('You usually come'),
  not: say('You do not come'),
} as const

export function WhoComes({ data, evening }: { data: PlanAnswer; evening: PlanEvening }) {
  const { me } = useSigned()
  const { send, error } = useSendOne()
  const own = evening.people.find((p) => p.party === me.party)?.comes
  const change = (party: PartyId, comes: boolean) =>
    void send({ kind: 'evening', what: 'comes', day: evening.day, party, comes })
  return (
    <section
      aria-label={say('Who comes on {eveningTitle}', { eveningTitle: eveningTitle(evening.day) })}
      className="space-y-2"
    >
      <p className="flex flex-wrap items-center gap-3">
        {own === 'comes' || own === 'usually' ? (
          <PlainButton onClick={() => change(me.party as PartyId, false)}>{say('I do not come')}</PlainButton>
        ) : (
          <PlainButton onClick={() => change(me.party as PartyId, true)}>{say('I come')}</PlainButton>
        )}
        <span className="text-quiet">
          {own ? words[own] : say('You have not said whether you come')},{' '}
          <span className="num">{evening.from}</span> {say('to')} <span className="num">{evening.to}</span>
        </span>
      </p>
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {data.people
          .filter((p) => p.party !== me.party)
          .map((p) => {
            const comes = evening.people.find((x) => x.party === p.party)?.comes
            const there = comes === 'comes' || comes === 'usually'
            return (
              <li key={p.party} className="flex items-center gap-2">
                <span className={comes === 'not' ? 'text-quiet line-through' : comes ? '' : 'text-quiet'}>
                  <span className="num">{p.initials}</span> {p.name}
                </span>
                <button
                  type="button"
                  className="act text-13 min-h-6"
                  aria-label={`${p.name} ${there ? say('does not come') : say('comes')}`}
                  onClick={() => change(p.party, !there)}
                >
                  {there ? say('not this time') : say('comes')}
                </button>
              </li>
            )
          })}
      </ul>
      <Said error={error} />
    </section>
  )
}
