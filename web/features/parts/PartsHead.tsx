/** The head of the Parts place: its four pages as words, and what may be begun on this one. */
import { say } from '#api/words/say.ts'
import { useEffect, type ReactNode } from 'react'
import { NavLink } from 'react-router'

const pages = [
  { path: '/parts', name: say('Parts') },
  { path: '/parts/lots', name: say('Counted stock') },
  { path: '/parts/needs', name: say('Needs') },
  { path: '/parts/stock', name: say('Stock and failures') },
] as const

export function PartsHead({
  title,
  children,
  right,
}: {
  title: string
  children?: ReactNode
  right?: ReactNode
}) {
  useEffect(() => {
    document.title = title
  }, [title])
  return (
    <div className="mb-3">
      <nav aria-label={say('Pages of Parts')} className="border-hair mb-3 flex flex-wrap gap-x-5 border-b">
        {pages.map((p) => (
          <NavLink
            key={p.path}
            to={p.path}
            end
            className={({ isActive }) =>
              `border-b-[3px] pb-1 ${isActive ? 'border-verdigris font-bold' : 'hover:border-line border-transparent'}`
            }
          >
            {p.name}
          </NavLink>
        ))}
      </nav>
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="font-display text-24 font-semibold">{title}</h1>
          <p className="text-quiet">{children}</p>
        </div>
        <span className="flex flex-wrap items-center gap-5">{right}</span>
      </div>
    </div>
  )
}
