/** What moves, step by step: where it was, struck and readable, and where it is now. */
import { say } from '#api/words/say.ts'
import type { ReactNode } from 'react'
import { count, list } from '#api/words/lists.ts'
import type { Laid } from '#core/plan/problem.ts'
import type { Moved } from '#core/plan/rows.ts'
import type { PlanNames } from './names.ts'

export function Moves({
  title,
  moves,
  names,
  searching,
  children,
}: {
  title: string
  moves: readonly Moved[]
  names: PlanNames
  searching: boolean
  children?: ReactNode
}) {
  const where = (laid: Laid | undefined) =>
    laid
      ? `${names.evening(laid.session)}, ${names.clock(laid.at)}, ${list(laid.people.map(names.person))}`
      : say('not in these evenings')
  return (
    <section aria-label={title} className="bg-next border-verdigris space-y-2 border-l-4 p-3">
      <h3 className="font-bold">
        {title}:{' '}
        {moves.length === 0
          ? say('nothing else moves')
          : say('{moves} to another evening or person', { moves: count(moves.length, 'step') })}
        {searching ? `, ${say('as far as was looked')}` : ''}.
      </h3>
      <ul>
        {moves.map((m) => (
          <li key={m.step} className="border-hair border-b py-1">
            {names.stepOn(m.step)}: <s className="text-quiet">{where(m.from)}</s>{' '}
            <span className="font-bold">{where(m.to)}</span>
          </li>
        ))}
      </ul>
      {children && <p className="flex flex-wrap items-center gap-4">{children}</p>}
    </section>
  )
}
