/** How many whole machines a lot makes: units against modules, what each is taken to be and why, and the plan of moves. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { Units } from './WholeUnits.tsx'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useParams } from 'react-router'
import { count, list, paragraph } from '#api/words/lists.ts'
import { type LotPlan, type ModuleState, mostUnits } from '#core/parts/whole-machines.ts'
import type { WholeView } from '#core/views/whole.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { Act } from '#web/ui/Forms.tsx'
import type { WholeAnswer, WholeAsk } from '#web/workers/whole.worker.ts'

const noAssemblyOr = say(
  'No assembly or essential position is on the sheet of these units. Write them on the type sheet first.',
)

export function View() {
  const { id = '' } = useParams()
  const { data: view, error } = useQuery({
    queryKey: keys.wholeMachines(id),
    queryFn: () => get('/batches/:id/whole', { id }),
    retry: false,
  })
  const [said, setSaid] = useState<Readonly<Record<string, ModuleState>>>({})
  const [hopeful, setHopeful] = useState(false)
  const [apart, setApart] = useState<readonly string[]>([])
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const stateOf = (unit: WholeView['units'][number], kind: string): ModuleState =>
    said[`${unit.id}/${kind}`] ?? unit.modules[kind] ?? 'missing'
  const { answer, working, stop } = usePlan(
    view,
    { stateOf, hopeful, apart, left },
    JSON.stringify([said, hopeful, apart, [...left]]),
  )
  useEffect(() => {
    if (view) document.title = say('Whole machines, {name}', { name: view.name })
  }, [view])
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!view) return null
  const plan = answer && 'plan' in answer ? answer.plan : undefined
  const numbers = new Map(view.units.map((u) => [u.id, u.number]))
  const toggle = (unit: string) =>
    setLeft((old) => new Set(old.has(unit) ? [...old].filter((u) => u !== unit) : [...old, unit]))
  return (
    <main className="flex-1 space-y-5 p-4 pb-16">
      <div>
        <h1 className="font-display text-24 font-semibold">
          {say('Whole machines')} <span className="text-quiet">{say('of')}</span>{' '}
          <Link className="hover:underline" to={`/batches/${id}`}>
            {view.name}
          </Link>
        </h1>
        <p role="status" className="text-18 min-h-7">
          {working ? (
            <>
              {say('Trying every set of units …')} <Act onClick={stop}>{say('Stop')}</Act>
            </>
          ) : answer && 'tooMany' in answer ? (
            say('{tooMany} units are too many to be tried exactly: leave out some, {mostUnits} may stay.', {
              tooMany: answer.tooMany,
              mostUnits,
            })
          ) : plan ? (
            planWords(plan, view)
          ) : (
            ''
          )}
        </p>
      </div>
      {view.kinds.length === 0 && <p>{noAssemblyOr}</p>}
      <Units
        view={view}
        left={left}
        plan={plan}
        toggle={toggle}
        stateOf={stateOf}
        said={said}
        setSaid={setSaid}
      />
      <Assumptions
        hopeful={hopeful}
        setHopeful={setHopeful}
        view={view}
        apart={apart}
        setApart={setApart}
        said={said}
        setSaid={setSaid}
      />
      {plan && !working && <PlanParts plan={plan} numbers={numbers} view={view} left={left} />}
    </main>
  )
}

/** What the plan counts as good, and what stays within one revision. */
function Assumptions({
  hopeful,
  setHopeful,
  view,
  apart,
  setApart,
  said,
  setSaid,
}: {
  hopeful: boolean
  setHopeful: (value: boolean) => void
  view: WholeView
  apart: readonly string[]
  setApart: (value: readonly string[]) => void
  said: Readonly<Record<string, ModuleState>>
  setSaid: (value: Readonly<Record<string, ModuleState>>) => void
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={hopeful} onChange={(e) => setHopeful(e.target.checked)} />{' '}
        {say('count what is not known as good')}
      </label>
      {view.units.some((u) => u.revision) &&
        view.kinds.map((k) => (
          <label key={k.kind} className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={apart.includes(k.kind)}
              onChange={(e) =>
                setApart(e.target.checked ? [...apart, k.kind] : apart.filter((a) => a !== k.kind))
              }
            />
            <span>
              <span className="num">{k.kind}</span> {say('only within one revision')}
            </span>
          </label>
        ))}
      {Object.keys(said).length > 0 && <Act onClick={() => setSaid({})}>{say('As the record says')}</Act>}
    </div>
  )
}

/** What is moved, what remains, what is wanted. */
function PlanParts({
  plan,
  numbers,
  view,
  left,
}: {
  plan: LotPlan
  numbers: Map<string, string>
  view: WholeView
  left: ReadonlySet<string>
}) {
  return (
    <div className="grid grid-cols-3 gap-6 max-lg:grid-cols-1">
      <Part
        title={say('Moves, {moves}', { moves: plan.moves.length })}
        empty={say('Nothing has to be moved.')}
      >
        {plan.moves.map((m) => (
          <li key={`${m.kind}${m.to}`} className="border-hair border-b py-1">
            {told('{what} from {from} to {to}', {
              what: <span className="num">{m.kind}</span>,
              from: <span className="num">{numbers.get(m.from)}</span>,
              to: <span className="num">{numbers.get(m.to)}</span>,
            })}
          </li>
        ))}
      </Part>
      <Part title={say('What remains, good')} empty={say('Every good module is in a machine.')}>
        {plan.remains.map((r) => (
          <li key={`${r.kind}${r.unit}`} className="border-hair border-b py-1">
            {told('{what} in {unit}', {
              what: <span className="num">{r.kind}</span>,
              unit: <span className="num">{numbers.get(r.unit)}</span>,
            })}
          </li>
        ))}
      </Part>
      <Part
        title={say('For one more, still to buy or repair')}
        empty={
          plan.machines.length === view.units.length - left.size
            ? say('Every unit is a machine already.')
            : say('Nothing: another unit would do.')
        }
      >
        {plan.toBuy.map((k) => (
          <li key={k} className="border-hair border-b py-1">
            <span className="num">{k}</span>
          </li>
        ))}
      </Part>
    </div>
  )
}

const planWords = (plan: LotPlan, view: WholeView) => {
  const limit =
    plan.limitedBy.length > 0
      ? plan.limitedBy.length === 1
        ? say('{limitedBy} sets the limit.', { limitedBy: list(plan.limitedBy) })
        : say('{limitedBy} set the limit.', { limitedBy: list(plan.limitedBy) })
      : ''
  return plan.machines.length === 0
    ? paragraph(
        say('No whole machine can be made of {units} yet: what is not known does not count.', {
          units: count(view.units.length, 'unit'),
        }),
        limit,
      )
    : paragraph(
        say('{machines} of {units}, by {moves}. This is the largest possible number, at the lowest cost.', {
          machines: count(plan.machines.length, 'whole machine'),
          units: count(view.units.length, 'unit'),
          moves: count(plan.moves.length, 'move'),
        }),
        limit,
      )
}

function Part({
  title,
  empty,
  children,
}: {
  title: string
  empty: string
  children: readonly React.ReactNode[]
}) {
  return (
    <section aria-label={title}>
      <h2 className="headrule">{title}</h2>
      {children.length === 0 ? <p className="text-quiet py-2">{empty}</p> : <ul>{children}</ul>}
    </section>
  )
}

interface Assumed {
  readonly stateOf: (unit: WholeView['units'][number], kind: string) => ModuleState
  readonly hopeful: boolean
  readonly apart: readonly string[]
  readonly left: ReadonlySet<string>
}

/** The plan, made in a worker; what is assumed is compared by its text. */
function usePlan(view: WholeView | undefined, { stateOf, hopeful, apart, left }: Assumed, assumed: string) {
  const [answer, setAnswer] = useState<WholeAnswer>()
  const [worker, setWorker] = useState<Worker>()
  useEffect(() => {
    if (!view) return
    const made = new Worker(new URL('../../workers/whole.worker.ts', import.meta.url), { type: 'module' })
    made.onmessage = ({ data }: MessageEvent<WholeAnswer>) => {
      setAnswer(data)
      setWorker(undefined)
    }
    setWorker(made)
    const units = view.units
      .filter((u) => !left.has(u.id))
      .map((u) => ({
        id: u.id,
        worth: u.worth,
        modules: Object.fromEntries(
          view.kinds.map((k) => {
            const state = stateOf(u, k.kind)
            return [k.kind, hopeful && state === 'unknown' ? 'good' : state]
          }),
        ),
      }))
    made.postMessage({
      units,
      kinds: view.kinds,
      revisions: Object.fromEntries(view.units.map((u) => [u.id, u.revision])),
      apart,
    } satisfies WholeAsk)
    return () => made.terminate()
  }, [view, assumed]) // eslint-disable-line react-hooks/exhaustive-deps -- `assumed` stands for all that is assumed
  return {
    answer,
    working: worker !== undefined,
    stop: () => {
      worker?.terminate()
      setWorker(undefined)
    },
  }
}
