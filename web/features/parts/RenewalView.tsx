/** Renewing a set of parts: the map by designator, what each source says, what is done and what is verified, what to order. */
import { useQuery } from '@tanstack/react-query'
import { Fragment, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { count } from '#api/words/lists.ts'
import { specSources, type SpecSource } from '#core/history/bodies/spec.ts'
import { orderList, verifications, type RenewalRow, type Verification } from '#core/parts/renewal.ts'
import type { RenewalView } from '#core/views/renewal.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'
import { RenewalSlip } from './RenewalSlip.tsx'

const sourceWords: Readonly<Record<SpecSource, string>> = { part: 'Fitted', print: 'Print', schematic: 'Schematic' }
const becauseWords = { all: 'preventively', 'leaking or suspect': 'leaking or suspect', 'measured bad': 'measured bad', 'a function fails': 'a function fails' } as const
const said = (attributes: Readonly<Record<string, string>> | undefined) => [attributes?.['value'], attributes?.['rating'], attributes?.['temperature']].filter(Boolean).join(' ')

export function View() {
  const { id = '' } = useParams()
  const [params, setParams] = useSearchParams()
  const { short } = useDates()
  const kind = params.get('kind')
  const query = kind ? `?kind=${encodeURIComponent(kind)}` : ''
  const { data: view, error } = useQuery({ queryKey: ['machine', id, 'renewal', kind], queryFn: () => get<RenewalView>(`/machines/${id}/renewal${query}`), retry: false })
  const [open, setOpen] = useState<string>()
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!view) return null
  const inSet = view.rows.filter((r) => r.because)
  const done = inSet.filter((r) => r.done)
  const checked = done.filter((r) => wanted(r).every((v) => r.verified.includes(v)))
  const order = orderList(view.rows)
  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1fr)_300px] gap-6 p-4 pb-16 max-lg:grid-cols-1">
      <section className="min-w-0">
        <h1 className="font-display text-24 font-semibold">
          Renewing a set <span className="text-quiet">of</span>{' '}
          <Link className="hover:underline" to={`/machines/${id}?show=parts`}>
            {view.machine.label}
          </Link>
        </h1>
        <p className="mb-3">
          {`By the house’s school, “${view.school}”: ${inSet.length} of ${count(view.rows.length, 'position')} belong to the set; ${done.length} done, ${checked.length} of them verified.`}
        </p>
        <div role="tablist" aria-label="Kind of part" className="border-hair mb-2 flex flex-wrap gap-x-5 border-b">
          {view.kinds.map((k) => (
            <button
              key={k.kind}
              type="button"
              role="tab"
              aria-selected={k.kind === view.kind}
              className={`border-b-[3px] pb-1 ${k.kind === view.kind ? 'border-verdigris font-bold' : 'hover:border-line border-transparent'}`}
              onClick={() => setParams({ kind: k.kind }, { replace: true })}
            >
              {k.kind} <span className="text-quiet">{k.count}</span>
            </button>
          ))}
        </div>
        {view.rows.length === 0 && <p className="py-2">No kind of part sits on this machine more than once by its sheet. Positions are learned as they are met in an episode.</p>}
        <div className="overflow-x-auto">
          <table className="w-full">
            <thead>
              <tr className="border-ink border-b-2 text-left">
                {['', ...specSources.map((s) => sourceWords[s]), 'Sheet', 'In the set', 'Done', 'Verified'].map((h) => (
                  <th key={h} scope="col" className="h-8 pr-4 whitespace-nowrap">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {view.rows.map((r) => (
                <Fragment key={r.position}>
                  <tr className={`border-hair border-b align-baseline ${r.because ? '' : 'text-quiet'}`}>
                    <th scope="row" className="py-1.5 pr-4 text-left">
                      <button type="button" className="num act" aria-expanded={open === r.position} onClick={() => setOpen(open === r.position ? undefined : r.position)}>
                        {r.position}
                      </button>
                    </th>
                    {specSources.map((s) => (
                      <td key={s} className="num pr-4 whitespace-nowrap">
                        {said(r.said[s]) || <span className="text-quiet">–</span>}
                      </td>
                    ))}
                    <td className="num text-quiet pr-4 whitespace-nowrap">{said(r.sheet)}</td>
                    <td className="pr-4">
                      {r.because ? becauseWords[r.because] : 'stays'}
                      {r.trouble && <span className="text-copper block font-bold">{troubleWords(r)}</span>}
                    </td>
                    <td className="pr-4">
                      {r.done ? (
                        <Link className="hover:underline" to={`/parts/${r.done.part}`}>
                          {r.done.label}, {short(r.done.at)}
                        </Link>
                      ) : (
                        ''
                      )}
                    </td>
                    <td>
                      {r.done ? `${r.verified.length} of ${wanted(r).length}` : ''}
                      {r.done && wanted(r).some((v) => !r.verified.includes(v)) && (
                        <span className="text-copper block">
                          {wanted(r)
                            .filter((v) => !r.verified.includes(v))
                            .join(', ')}
                        </span>
                      )}
                    </td>
                  </tr>
                  {open === r.position && (
                    <tr>
                      <td colSpan={8}>
                        <RenewalSlip row={r} view={view} onClose={() => setOpen(undefined)} />
                      </td>
                    </tr>
                  )}
                </Fragment>
              ))}
            </tbody>
          </table>
        </div>
      </section>
      <aside className="space-y-5">
        <section>
          <h2 className="headrule">Still to be bought</h2>
          {order.length === 0 && <p className="text-quiet py-2">{inSet.length === 0 ? 'Nothing belongs to the set.' : 'Nothing whose value is known is missing.'}</p>}
          <ul>
            {order.map((line) => (
              <li key={`${line.value}${line.leastVolts ?? ''}`} className="border-hair border-b py-1.5">
                <span className="flex justify-between gap-3">
                  <span className="num font-bold">{`${line.count} × ${line.value}`}</span>
                  <span className="num">{line.leastVolts === undefined ? '' : `≥ ${line.leastVolts} V`}</span>
                </span>
                <span className="text-quiet text-13 block">{`${line.positions.join(', ')}; with spares`}</span>
              </li>
            ))}
          </ul>
          {order.length > 0 && (
            <a className="act mt-2 inline-block" href={`/api/machines/${id}/renewal${query}${query ? '&' : '?'}as=csv`} download>
              As a table (CSV)
            </a>
          )}
        </section>
        <section>
          <h2 className="headrule">One at a time</h2>
          <p className="text-quiet py-1.5">
            On a board that nobody has drawn, photograph, read the print, take one out, put one in, verify it, then the next: the map is made as you go. The part that came out may
            be an earlier guess.
          </p>
          {view.machine.openEpisode ? (
            <Link className="act" to={`/episodes/${view.machine.openEpisode}`}>
              To the open episode
            </Link>
          ) : (
            <p className="text-quiet">No episode is open: what is said here is kept all the same, moves belong in one.</p>
          )}
        </section>
      </aside>
    </main>
  )
}

/** What has to be verified of a part: polarity only where there is one. */
export const wanted = (row: RenewalRow): readonly Verification[] => verifications.filter((v) => v !== 'polarity' || row.polarised)

const troubleWords = ({ trouble, said: sources, sheet }: RenewalRow): string => {
  if (!trouble) return ''
  const readings = specSources.flatMap((s) => (sources[s]?.['rating'] ? [`${sources[s]['rating']} by the ${s}`] : []))
  const all = sheet['rating'] ? [...readings, `${sheet['rating']} on the sheet`] : readings
  return `${all.join(', ')}${trouble.differ ? `: they differ, at least ${trouble.leastVolts} V` : ''}${trouble.unusual.length ? `; ${trouble.unusual.join(', ')} V is no usual rating, read it again` : ''}`
}
