/** The units of a group against their modules: what each is taken to be, and what the plan makes of the unit. */
import { say, shown } from '#api/words/say.ts'
import type { WholeUnit, WholeView } from '#core/views/whole.ts'
import type { LotPlan, ModuleState } from '#core/parts/whole-machines.ts'
import { Link } from 'react-router'

const next: Readonly<Record<ModuleState, ModuleState>> = {
  good: 'bad',
  bad: 'missing',
  missing: 'unknown',
  unknown: 'good',
}
/** The lifeline's language: full = good, foot line = bad, dashed = not known, nothing = missing. */
const look: Readonly<Record<ModuleState, string>> = {
  good: 'bg-ink text-ground border-ink border',
  bad: 'border-hair border border-b-4 border-b-oxide font-bold',
  unknown: 'border-line text-quiet border border-dashed',
  missing: 'text-quiet border border-transparent',
}

export function Units({
  view,
  left,
  plan,
  toggle,
  stateOf,
  said,
  setSaid,
}: {
  view: WholeView
  left: ReadonlySet<string>
  plan: LotPlan | undefined
  toggle: (unit: string) => void
  stateOf: (unit: WholeView['units'][number], kind: string) => ModuleState
  said: Readonly<Record<string, ModuleState>>
  setSaid: (value: Readonly<Record<string, ModuleState>>) => void
}) {
  return (
    <div className="overflow-x-auto">
      <table>
        <thead>
          <tr className="border-ink border-b-2 text-left">
            <th scope="col" className="h-8 pr-6">
              {say('Unit')}
            </th>
            {view.kinds.map((k) => (
              <th key={k.kind} scope="col" className="num pr-3">
                {k.kind}
              </th>
            ))}
            <th scope="col" className="pl-3">
              {say('In this plan')}
            </th>
          </tr>
        </thead>
        <tbody>
          {view.units.map((u) => {
            const role = left.has(u.id)
              ? 'left out'
              : plan?.machines.includes(u.id)
                ? 'a machine'
                : plan?.moves.some((m) => m.from === u.id)
                  ? 'a donor'
                  : plan
                    ? 'put aside'
                    : ''
            return (
              <UnitRow
                key={u.id}
                u={u}
                left={left}
                onToggle={toggle}
                view={view}
                stateOf={stateOf}
                said={said}
                onSaid={setSaid}
                role={role}
              />
            )
          })}
        </tbody>
      </table>
    </div>
  )
}

function UnitRow({
  u,
  left,
  onToggle,
  view,
  stateOf,
  said,
  onSaid,
  role,
}: {
  u: WholeUnit
  left: ReadonlySet<string>
  onToggle: (unit: string) => void
  view: WholeView
  stateOf: (unit: WholeView['units'][number], kind: string) => ModuleState
  said: Readonly<Record<string, ModuleState>>
  onSaid: (value: Readonly<Record<string, ModuleState>>) => void
  role: '' | 'left out' | 'a machine' | 'a donor' | 'put aside'
}) {
  return (
    <tr className="border-hair border-b">
      <th scope="row" className="py-1 pr-6 text-left font-normal whitespace-nowrap">
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            aria-label={say('Count {number}', { number: u.number })}
            checked={!left.has(u.id)}
            onChange={() => onToggle(u.id)}
          />
          <Link className="num hover:underline" to={`/machines/${u.machine}`}>
            {u.number}
          </Link>
          {u.revision && <span className="text-13 text-quiet">{u.revision}</span>}
        </label>
      </th>
      {view.kinds.map((k) => {
        const state = stateOf(u, k.kind)
        const own = said[`${u.id}/${k.kind}`] !== undefined
        return (
          <td key={k.kind} className="pr-3">
            <button
              type="button"
              title={own ? say('said here, for this plan only') : u.because[k.kind]}
              aria-label={say('{number}, {kind}: {state}. Change it for this plan', {
                number: u.number,
                kind: k.kind,
                state,
              })}
              className={`text-13 my-0.5 h-7 w-full min-w-20 rounded-sm px-2 ${look[state]} ${own ? 'italic' : ''}`}
              onClick={() => onSaid({ ...said, [`${u.id}/${k.kind}`]: next[state] })}
            >
              {state === 'unknown' ? say('not known') : state}
            </button>
          </td>
        )
      })}
      <td className={`pl-3 ${role === 'a machine' ? 'font-bold' : 'text-quiet'}`}>{shown(role)}</td>
    </tr>
  )
}
