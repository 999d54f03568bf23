/** Who comes to an evening: one tap says that somebody does or does not, for oneself or for somebody who rang up. */
import type { PlanAnswer, PlanEvening } from '#api/plan.ts'
import { eveningTitle } from '#api/words/plan.ts'
import type { PartyId } from '#core/ids.ts'
import { useSendOne } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { PlainButton, Said } from '#web/ui/Forms.tsx'

const words = { comes: 'You come', usually: 'You usually come', not: 'You do not come' } as const

export function WhoComes({ data, evening }: { data: PlanAnswer; evening: PlanEvening }) {
  const { me } = useSigned()
  const { send, error } = useSendOne()
  const own = evening.people.find((p) => p.party === me.party)?.comes
  const say = (party: PartyId, comes: boolean) =>
    void send({ kind: 'evening', what: 'comes', day: evening.day, party, comes })
  return (
    <section aria-label={`Who comes on ${eveningTitle(evening.day)}`} className="space-y-2">
      <p className="flex flex-wrap items-center gap-3">
        {own === 'comes' || own === 'usually' ? (
          <PlainButton onClick={() => say(me.party as PartyId, false)}>I do not come</PlainButton>
        ) : (
          <PlainButton onClick={() => say(me.party as PartyId, true)}>I come</PlainButton>
        )}
        <span className="text-quiet">
          {own ? words[own] : 'You have not said whether you come'},{' '}
          <span className="num">{evening.from}</span> to <span className="num">{evening.to}</span>
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
                  aria-label={`${p.name} ${there ? 'does not come' : 'comes'}`}
                  onClick={() => say(p.party, !there)}
                >
                  {there ? 'not this time' : 'comes'}
                </button>
              </li>
            )
          })}
      </ul>
      <Said error={error} />
    </section>
  )
}
