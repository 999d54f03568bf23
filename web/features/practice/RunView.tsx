/** A case that is worked on: a strip that says so, and below it the same episode and the same page of a fault as in the house. */
import { say } from '#api/words/say.ts'
import { QueryClientProvider, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, Navigate, Outlet, useLocation, useNavigate, useParams } from 'react-router'
import { practiceCaution, stoppedBy, unsafeWords } from '#api/words/practice.ts'
import { SignedAs, useSigned } from '#web/app/session.tsx'
import { SourceProvider } from '#web/app/source.tsx'
import { drawerOf } from '#core/practice/advice.ts'
import { partKindOf } from '#core/history/presence.ts'
import { useRun, type RunHere } from './useRun.ts'

/** What a run's own pages are given. */
export interface RunOutlet {
  readonly here: RunHere
}

export function View() {
  const { run = '' } = useParams()
  const signed = useSigned()
  const here = useRun(signed.me.account, run, signed.house.zone)
  const { pathname } = useLocation()
  const [panel, setPanel] = useState<Panel>('told')
  if (here === undefined) return null
  const base = `/practice/runs/${run}`
  if (pathname === `${base}/end`) return <Outlet context={{ here } satisfies { here: RunHere | null }} />
  if (here === null)
    return (
      <p className="p-8">
        {say('This run is not on this device.')}{' '}
        <Link className="act" to="/practice">
          {say('All cases')}
        </Link>
      </p>
    )
  const { machine, kept, source, client } = here
  if (kept.run.end && !machine.over) return <Navigate to={`${base}/end`} replace />
  if (!/\/(?:episodes|machines)\//.test(pathname))
    return <Navigate to={`${base}/episodes/${machine.ids.episode}`} replace />
  const { ids } = machine
  return (
    <QueryClientProvider client={client}>
      <SignedAs
        value={{
          house: { ...signed.house, id: ids.house },
          // The account stays: the device is its own, and its outbox.
          me: { ...signed.me, party: ids.you, role: 'restorer' },
          demo: false,
        }}
      >
        <SourceProvider value={source}>
          <div className={`flex min-h-0 flex-1 flex-col ${panel ? '[--told:9rem]' : '[--told:3rem]'}`}>
            <Strip here={here} base={base} panel={panel} onPanel={setPanel} />
            {machine.over ? <Ended here={here} base={base} /> : <Outlet context={{ here }} />}
          </div>
        </SourceProvider>
      </SignedAs>
    </QueryClientProvider>
  )
}

type Panel = 'told' | 'drawer' | undefined

/** Above the episode, always: which case it is, what was told, what spares there are, and the way out. */
function Strip({
  here: { machine, kept, source },
  base,
  panel,
  onPanel,
}: {
  here: RunHere
  base: string
  panel: Panel
  onPanel: (panel: Panel) => void
}) {
  const { told } = machine
  const toggle = (which: Panel, label: string) => (
    <button
      type="button"
      className="act whitespace-nowrap"
      aria-expanded={panel === which}
      onClick={() => onPanel(panel === which ? undefined : which)}
    >
      {label}
    </button>
  )
  return (
    <>
      <div className="border-line flex h-12 shrink-0 items-center gap-5 border-b px-4 max-sm:gap-3 max-sm:px-2">
        <span className="font-display min-w-0 truncate font-semibold">{told.title}</span>
        <span className="text-quiet whitespace-nowrap">
          <span className="num">{machine.minutes}</span> {say('min')}
        </span>
        {toggle('told', say('What was told'))}
        {toggle('drawer', say('Spare parts'))}
        <span className="ml-auto flex items-center gap-5 max-sm:gap-3">
          <Link className="act max-md:hidden" to="/practice">
            {say('Leave it for now')}
          </Link>
          <Link
            className="border-line hover:border-verdigris flex min-h-9 items-center rounded-sm border px-3 font-bold whitespace-nowrap pointer-coarse:min-h-11"
            to={`${base}/end`}
          >
            {say('End the case')}
          </Link>
        </span>
      </div>
      {panel && (
        <div
          role="note"
          tabIndex={0}
          className="bg-next border-line h-24 shrink-0 overflow-auto border-b px-4 py-2 max-sm:px-2"
        >
          {panel === 'told' ? (
            <p>
              {told.told}{' '}
              {told.claim && (
                <span className="text-quiet">{say('As told: “{words}”', { words: told.claim.words })}</span>
              )}
            </p>
          ) : (
            <Drawer here={{ machine, kept, source }} />
          )}
        </div>
      )}
    </>
  )
}

/** What lies there to be put in: a tap begins the line of a swap. */
function Drawer({ here: { machine, kept, source } }: { here: Pick<RunHere, 'machine' | 'kept' | 'source'> }) {
  const navigate = useNavigate()
  const { data } = useQuery({
    queryKey: ['drawer', kept.run.groups.length],
    queryFn: async () => {
      const world = await machine.world()
      return drawerOf(world).map((p) => ({
        id: p.id,
        tag: p.tag,
        partKind: partKindOf(world, p.id) ?? say('part'),
        health: p.health,
      }))
    },
  })
  const spares = data ?? []
  if (data && spares.length === 0) return <p>{say('The drawer is empty.')}</p>
  return (
    <ul className="flex flex-wrap gap-x-6">
      {spares.map(({ id, tag, partKind, health }) => {
        const at = machine.told.sheet.positions.find((p) => p.accepts === partKind)?.designator
        return (
          <li key={id} className="whitespace-nowrap">
            <button
              type="button"
              className="min-h-8 text-left hover:underline"
              onClick={() =>
                void navigate(
                  `${source.path(`/episodes/${machine.ids.episode}`)}?line=${encodeURIComponent(`swap ${at ?? ''} < ${tag ?? ''}`)}`,
                )
              }
            >
              <span className="num font-bold">{tag}</span> {partKind}
              <span className="text-quiet">, {health}</span>
            </button>
          </li>
        )
      })}
    </ul>
  )
}

/** What an act would have done, and what would have stopped it. */
function Ended({ here: { machine }, base }: { here: RunHere; base: string }) {
  const { unsafe } = machine
  if (!unsafe) return null
  return (
    <main className="mx-auto w-full max-w-3xl space-y-4 p-6" role="alert">
      <h1 className="font-display text-24 text-oxide font-semibold">{say('The case ends here')}</h1>
      <p className="text-18">{unsafeWords(unsafe)}</p>
      <p>{stoppedBy(unsafe)}</p>
      <p className="text-quiet">{practiceCaution}</p>
      <p>
        <Link className="act" to={`${base}/end`}>
          {say('See what each act told')}
        </Link>
      </p>
    </main>
  )
}
