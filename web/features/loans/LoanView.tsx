/** One loan: how it stands, what is to be done next, where each thing is, what was agreed, how it was found, what happened. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { dayOnly } from '#api/words/dates.ts'
import { capital, commas, list } from '#api/words/lists.ts'
import {
  holderWords,
  markWords,
  releaseAnswerWords,
  releaseRuleWords,
  stateWords,
  wayWords,
} from '#api/words/loans.ts'
import { forGood } from '#core/history/loan-ways.ts'
import type { LoanItemRow, LoanMachine, LoanView } from '#core/views/loan-shape.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, MainButton } from '#web/ui/Forms.tsx'
import { Rows } from '#web/ui/Rows.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'
import { IncidentSlip, RunSlip } from './AwaySlips.tsx'
import { Between } from './Between.tsx'
import { SaySlip, SpentSlip } from './BetweenSlips.tsx'
import { Condition } from './Condition.tsx'
import { AccountSlip, CloseSlip, RecallSlip } from './EndSlips.tsx'
import { ReleaseSlip } from './ReleaseSlip.tsx'
import { ReceiveSlip } from './ReceiveSlip.tsx'
import { LookSlip } from './LookSlip.tsx'
import { DispatchAsks } from './DispatchAsks.tsx'
import { stillHere } from '#core/loans/items.ts'
import { offersFor, type LoanAct, type Offer } from './next.ts'
import { Papers } from './Papers.tsx'
import { Tested, WhileAway } from './WhileAway.tsx'
import { TermsPanel } from './TermsPanel.tsx'
import { TermsSlip } from './TermsSlip.tsx'

export function View() {
  const { id = '' } = useParams()
  const { data, error } = useQuery({ queryKey: keys.loan(id), queryFn: () => get('/loans/:id', { id }) })
  if (error)
    return (
      <main className="p-4">
        <p>{say('No loan of yours is recorded at this address.')}</p>
        <Link className="act" to="/loans">
          {say('Back to the loans')}
        </Link>
      </main>
    )
  return data ? <Loan view={data} /> : null
}

function Loan({ view }: { view: LoanView }) {
  const { me } = useSigned()
  const [doing, setDoing] = useState<LoanAct>()
  const guest = me.role === 'guest'
  const [first, ...others] = offersFor(view, me.role)
  return (
    <main className="flex-1 space-y-5 p-4 pb-16">
      <title>{`${guest ? say('Your loan') : view.with}: ${stateWords(view)}`}</title>
      <header>
        <Link className="act" to="/loans">
          {guest ? say('Your loans') : say('Loans')}
        </Link>
        <div className="flex flex-wrap items-baseline gap-x-6">
          <h1 className="font-display text-24 font-semibold">
            {guest ? capital(list(view.items)) : `${capital(wayWords[view.way])}, ${view.with}`}
          </h1>
          <strong className={`text-18 ${view.shown === 'overdue' ? 'text-oxide' : ''}`}>
            {capital(stateWords(view))}
          </strong>
          {view.due && !['closed', 'back', 'declined'].includes(view.shown) && (
            <span className="num">{say('due back {due}', { due: dayOnly(view.due) })}</span>
          )}
        </div>
        <p className="text-quiet">
          {commas(
            view.number,
            view.theirNumber && say('their number {number}', { number: view.theirNumber }),
          )}
          {(view.number ?? view.theirNumber) && ': '}
          {view.purpose}
        </p>
        {view.marks.length > 0 && (
          <p className="text-copper font-bold">{capital(list(view.marks.map(markWords), 6))}.</p>
        )}
      </header>
      {!doing && <Offers first={first} others={others} onDo={setDoing} />}
      {doing && <Doing view={view} act={doing} onClose={() => setDoing(undefined)} />}
      <Custody view={view} />
      <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-x-8 gap-y-6 max-lg:grid-cols-1">
        <div className="min-w-0 space-y-6">
          <Things view={view} />
          {view.machines.map((machine) => (
            <section key={machine.id} aria-label={say('Condition of {name}', { name: machine.name })}>
              <h2 className="headrule">{say('Condition of {name}', { name: machine.name })}</h2>
              <Condition view={view} machine={machine} />
            </section>
          ))}
          <WhileAway view={view} />
          <Between view={view} />
        </div>
        <div className="min-w-0 space-y-6">
          {!guest && <Tested view={view} />}
          {view.release.length > 0 && view.itemRows.some(stillHere) && <BeforeItLeaves view={view} />}
          {!forGood(view.way) && (
            <section aria-label={say('Terms')}>
              <h2 className="headrule">{say('Terms')}</h2>
              <TermsPanel view={view} />
            </section>
          )}
          <Papers view={view} />
        </div>
      </div>
    </main>
  )
}

function Offers({
  first,
  others,
  onDo,
}: {
  first: Offer | undefined
  others: readonly Offer[]
  onDo: (act: LoanAct) => void
}) {
  if (!first) return null
  return (
    <div
      className="flex flex-wrap items-center gap-x-5 gap-y-2"
      role="group"
      aria-label={say('What can be done now')}
    >
      {first.quiet ? (
        <Act onClick={() => onDo(first.does)}>{first.label}</Act>
      ) : (
        <MainButton onClick={() => onDo(first.does)}>{first.label}</MainButton>
      )}
      {others.map((o) => (
        <Act key={o.key} onClick={() => onDo(o.does)}>
          {o.label}
        </Act>
      ))}
    </div>
  )
}

function Doing({ view, act, onClose }: { view: LoanView; act: LoanAct; onClose: () => void }) {
  switch (act.act) {
    case 'terms':
      return <TermsSlip view={view} onClose={onClose} />
    case 'release':
      return <ReleaseSlip view={view} from={act.from} onClose={onClose} />
    case 'lend on':
      return <ReleaseSlip view={view} from="them" onwards={{ from: view.withParty }} onClose={onClose} />
    case 'bring back':
      return <ReleaseSlip view={view} from="them" onwards={{ from: act.from }} onClose={onClose} />
    case 'arrived unannounced':
      return <ReceiveSlip view={view} onClose={onClose} />
    case 'say':
      return <SaySlip view={view} onClose={onClose} />
    case 'spend':
      return <SpentSlip view={view} onClose={onClose} />
    case 'receive':
      return <ReceiveSlip view={view} release={act.release} onClose={onClose} />
    case 'look': {
      const machine = view.machines.find((m) => m.id === act.machine)
      return machine ? <LookSlip view={view} machine={machine} stage={act.stage} onClose={onClose} /> : null
    }
    case 'run':
      return <RunSlip view={view} onClose={onClose} />
    case 'incident':
      return <IncidentSlip view={view} onClose={onClose} />
    case 'recall':
      return <RecallSlip view={view} onClose={onClose} />
    case 'account':
      return <AccountSlip view={view} onClose={onClose} />
    case 'close':
      return <CloseSlip view={view} onClose={onClose} />
  }
}

/** From hand to hand: who had each machine, and from when. */
function Custody({ view }: { view: LoanView }) {
  const { short } = useDates()
  const moved = view.machines.filter((m) => m.custody.length > 1)
  if (moved.length === 0) return null
  return (
    <section aria-label={say('Who had it when')}>
      {moved.map((machine: LoanMachine) => (
        <div key={machine.id} className="mb-2">
          {moved.length > 1 && <p className="text-quiet">{machine.name}</p>}
          <ol className="flex max-sm:flex-col">
            {machine.custody.map((stay, i) => {
              const now = i === machine.custody.length - 1
              return (
                <li
                  key={i}
                  className={`min-w-0 flex-1 border-t-4 pt-1 pr-3 max-sm:border-t-0 max-sm:border-l-4 max-sm:py-1 max-sm:pl-3 ${'carrier' in stay.holder ? 'border-line border-dotted' : now ? 'border-verdigris' : 'border-ink'}`}
                >
                  <span className={now ? 'font-bold' : ''}>
                    {capital(holderWords(stay.holder, view.names))}
                  </span>
                  <span className="num text-quiet block">
                    {stay.from
                      ? now
                        ? say('from {from} until now', { from: short(stay.from) })
                        : say('from {from}', { from: short(stay.from) })
                      : say('before')}
                  </span>
                </li>
              )
            })}
          </ol>
        </div>
      ))}
    </section>
  )
}

const whereWords = (row: LoanItemRow, view: LoanView): string => {
  const other = view.homeIs === 'house' ? view.with : say('this collection')
  const home = view.homeIs === 'house' ? say('here') : say('with {with}', { with: view.with })
  const away = row.n - row.home - row.there - row.accounted
  return [
    ...(row.home > 0
      ? [commas(row.n === 1 ? home : `${row.home} ${home}`, row.is === 'packed' && say('packed'))]
      : []),
    ...(row.there > 0
      ? [
          row.n === 1
            ? say('with {other}', { other })
            : say('{there} with {other}', { there: row.there, other }),
        ]
      : []),
    ...(away > 0
      ? [
          row.is === 'short'
            ? row.n === 1
              ? say('did not arrive')
              : say('{away} did not arrive', { away })
            : row.n === 1
              ? say('on its way')
              : say('{away} on the way', { away }),
        ]
      : []),
    ...(row.accounted > 0
      ? [row.n === 1 ? say('accounted for') : say('{accounted} accounted for', { accounted: row.accounted })]
      : []),
  ].join(', ')
}

function Things({ view }: { view: LoanView }) {
  const { me } = useSigned()
  return (
    <section aria-label={say('What goes along')}>
      <h2 className="headrule">{say('What goes along')}</h2>
      <RuledTable
        label={say('What goes along')}
        heads={[say('Thing'), `#${say('Count')}`, say('Where it is')]}
      >
        {view.itemRows.map((row) => (
          <tr key={row.item} className="border-hair border-b">
            <td className="py-1 pr-4">
              {row.machine && me.role !== 'guest' ? (
                <Link className="act" to={`/machines/${row.machine}`}>
                  {row.item}
                </Link>
              ) : row.part && me.role !== 'guest' ? (
                <Link className="act" to={`/parts/${row.part}`}>
                  {row.item}
                </Link>
              ) : (
                row.item
              )}
            </td>
            <td className="num pr-4 text-right">{row.n}</td>
            <td className={row.is === 'short' ? 'text-copper font-bold' : ''}>
              {whereWords(row, view)}
              {row.is === 'back, unchecked' && (
                <strong className="text-copper">{`, ${say('not looked at since it came back')}`}</strong>
              )}
            </td>
          </tr>
        ))}
      </RuledTable>
      {view.accounted.map((a, i) => (
        <p key={i} className="text-quiet mt-1">
          {`${a.n === 1 ? a.item : `${a.n} × ${a.item}`}, ${a.as}: ${a.words}`}
        </p>
      ))}
    </section>
  )
}

function BeforeItLeaves({ view }: { view: LoanView }) {
  return (
    <Rows title={say('Before it leaves')}>
      {view.release.map((a) => {
        const open = a.is === 'open' || a.is === 'not known'
        return (
          <li key={a.rule} className="border-hair flex justify-between gap-4 border-b py-1">
            <span>
              {open ? (
                <strong className={a.is === 'open' ? 'text-copper' : ''}>{releaseAnswerWords(a)}</strong>
              ) : (
                releaseRuleWords(a.rule)
              )}
              {open && <DispatchAsks asks={a.asks} loan={view.id} />}
            </span>
            <span className="text-quiet whitespace-nowrap">
              {a.is === 'met' ? say('done') : a.is === 'does not apply' ? say('does not apply') : a.is}
            </span>
          </li>
        )
      })}
    </Rows>
  )
}
