/** What feeds what: supply at the left, functions at the right. Passes thin, failures doubled and ending in a foot; the fill says the share. */
import { say } from '#api/words/say.ts'
import { useEffect, useState } from 'react'
import { shareWords } from '#api/words/fault.ts'
import { list } from '#api/words/lists.ts'
import type { FaultNode, ShownFault } from '#core/views/fault-shape.ts'
import { Act } from '#web/ui/Forms.tsx'
import { layOut, type Laid } from './layout.ts'

const said = (node: FaultNode): string =>
  node.is === 'pass'
    ? say('passed')
    : node.is === 'fail'
      ? say('failed')
      : node.sort === 'position'
        ? ''
        : say('not tried')

export function Picture({ fault }: { fault: ShownFault }) {
  const [laid, setLaid] = useState<Laid>()
  const [asList, setAsList] = useState(false)
  useEffect(() => {
    let there = true
    void layOut(fault.nodes, fault.edges).then((made) => there && setLaid(made))
    return () => {
      there = false
    }
  }, [fault.nodes, fault.edges])
  if (fault.edges.length === 0)
    return (
      <section className="bg-sheet rounded-sm px-4 py-3" aria-label={say('What feeds what')}>
        <h2 className="headrule">{say('What feeds what')}</h2>
        <p className="text-quiet py-2">
          {say('What {target} needs is not recorded, so there is nothing to draw yet.', {
            target: fault.target,
          })}
        </p>
      </section>
    )
  return (
    <section className="bg-sheet rounded-sm px-4 py-3" aria-label={say('What feeds what')}>
      <h2 className="headrule flex justify-between gap-3">
        {say('What feeds what')}
        <Act onClick={() => setAsList(!asList)}>{asList ? say('As a drawing') : say('As a list')}</Act>
      </h2>
      {asList || !laid ? <AsList fault={fault} /> : <Drawing laid={laid} />}
      <p className="text-13 text-quiet pt-1">
        {say(
          'A fuller box is likelier to be bad. A double line failed, a thin one passed, a broken one was not tried.',
        )}
      </p>
    </section>
  )
}

function AsList({ fault }: { fault: ShownFault }) {
  return (
    <ul className="py-1">
      {fault.nodes.map((node) => {
        const from = fault.edges.filter((e) => e.to === node.id).map((e) => e.from)
        return (
          <li key={node.id} className="border-hair border-b py-1">
            <strong>{node.id}</strong>
            {[said(node), node.share >= 0.025 ? shareWords(node.share) : '']
              .filter(Boolean)
              .map((w) => `, ${w}`)}
            {from.length > 0 && (
              <span className="text-quiet">{`; ${say('needs {from}', { from: list(from, 12) })}`}</span>
            )}
          </li>
        )
      })}
    </ul>
  )
}

const fillOf = (share: number) => Math.min(1, share / 0.95)

function Drawing({ laid }: { laid: Laid }) {
  return (
    <div className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${laid.width} ${laid.height}`}
        style={{ maxWidth: laid.width, minWidth: Math.min(laid.width, 420) }}
        className="block h-auto w-full"
        role="img"
        aria-label={say('What feeds what; the same as a list by the button above')}
      >
        {laid.edges.map((e) => (
          <path
            key={e.key}
            d={e.path}
            fill="none"
            className={e.is === 'fail' ? 'stroke-ink' : 'stroke-life'}
            strokeWidth={e.is === 'fail' ? 4 : 1}
            strokeDasharray={e.is === undefined ? '4 3' : undefined}
          />
        ))}
        {laid.edges
          .filter((e) => e.is === 'fail')
          .map((e) => (
            <path key={`in ${e.key}`} d={e.path} fill="none" className="stroke-sheet" strokeWidth={1.6} />
          ))}
        {laid.nodes.map((n) => (
          <g key={n.id} transform={`translate(${n.x - n.width / 2} ${n.y - n.height / 2})`}>
            <rect
              width={n.width}
              height={n.height}
              rx={n.sort === 'function' ? 0 : 3}
              className="fill-next stroke-line"
              strokeDasharray={n.sort === 'point' ? '2 2' : undefined}
            />
            <rect
              x={1}
              y={1 + (n.height - 2) * (1 - fillOf(n.share))}
              width={n.width - 2}
              height={(n.height - 2) * fillOf(n.share)}
              className="fill-life"
              opacity={0.45}
            />
            <text x={n.width / 2} y={n.height / 2 + 4} textAnchor="middle" fontSize={13} className="fill-ink">
              {n.short}
              <title>{`${n.id}${n.share >= 0.025 ? `, ${shareWords(n.share)}` : ''}`}</title>
            </text>
            {n.is === 'fail' && (
              <path d={`M${n.width + 3} ${n.height / 2 - 8}v16`} className="stroke-ink" strokeWidth={4} />
            )}
          </g>
        ))}
      </svg>
    </div>
  )
}
