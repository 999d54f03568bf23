/** The lower part of the Machine view, one section at a time. */
import { say } from '#api/words/say.ts'
import { lazily } from '#web/ui/lazily.tsx'
import { dayOnly } from '#api/words/dates.ts'
import { capital, commas } from '#api/words/lists.ts'
import { wayWords } from '#api/words/loans.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { Functions } from './FunctionsSection.tsx'
import { Parts } from './PartsSection.tsx'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Rows } from '#web/ui/Rows.tsx'
import { Link } from 'react-router'
import { useState } from 'react'
import { LogLine } from '#web/ui/LogLine.tsx'
import { AmendSlip } from '#web/ui/AmendSlip.tsx'
import { SettleSlip } from '#web/ui/SettleSlip.tsx'

const FactsSection = lazily(async () => (await import('./FactsSection.tsx')).FactsSection)

const ConditionSection = lazily(async () => (await import('./ConditionSection.tsx')).ConditionSection)

const PhotoSection = lazily(async () => (await import('./PhotoSection.tsx')).PhotoSection)

const OwnerSection = lazily(async () => (await import('./OwnerSection.tsx')).OwnerSection)

const ReadingsSection = lazily(async () => (await import('./ReadingsSection.tsx')).ReadingsSection)

const ProvenanceSection = lazily(async () => (await import('./ProvenanceSection.tsx')).ProvenanceSection)

export function SectionBody({ view, section }: { view: MachineView; section: string }) {
  switch (section) {
    case 'readings':
      return <ReadingsSection view={view} />
    case 'parts':
      return <Parts view={view} />
    case 'episodes':
      return <Episodes view={view} />
    case 'provenance':
      return <ProvenanceSection view={view} />
    case 'owner':
      return <OwnerSection view={view} />
    case 'condition':
      return <ConditionSection view={view} />
    case 'loans':
      return <Loans view={view} />
    case 'photos':
      return <PhotoSection view={view} />
    case 'entries':
      return <Entries view={view} />
    case 'facts':
      return <FactsSection view={view} />
    default:
      return <Functions view={view} />
  }
}

function Episodes({ view }: { view: MachineView }) {
  const { short } = useDates()
  return (
    <Rows title={say('Episodes')} empty={view.episodes.length === 0 ? say('None yet.') : undefined}>
      {[...view.episodes].reverse().map((e) => (
        <li
          key={e.id}
          className="border-hair grid min-h-8 grid-cols-[2.5rem_1fr_1fr_8rem_9rem] items-baseline gap-3 border-b py-1 max-sm:grid-cols-[2.5rem_1fr]"
        >
          <span className="num">{e.number}</span>
          <Link to={`/episodes/${e.id}`} className="font-bold hover:underline">
            {e.title}
          </Link>
          <span className="text-quiet">{e.next ? say('next: {next}', { next: e.next }) : e.state}</span>
          <span className="num text-13 text-quiet">{say('{entries} entries', { entries: e.entries })}</span>
          <span className="num text-13 text-right">
            {e.state === 'closed'
              ? short(e.to)
              : say('{state} since {from}', { state: e.state, from: short(e.from) })}
          </span>
        </li>
      ))}
    </Rows>
  )
}

function Loans({ view }: { view: MachineView }) {
  const { short } = useDates()
  return (
    <div className="space-y-6">
      {view.lent.length > 0 && (
        <Rows title={say('The machine on loan')}>
          {view.lent.map((l) => (
            <li
              key={l.loan}
              className="border-hair flex min-h-8 flex-wrap justify-between gap-x-4 border-b py-1"
            >
              <Link className="act" to={`/loans/${l.loan}`}>{`${capital(wayWords[l.way])}, ${l.with}`}</Link>
              <span className="num text-quiet">
                {commas(
                  say('asked {asked}', { asked: short(l.asked) }),
                  l.closed ? say('closed') : l.due && say('due back {due}', { due: dayOnly(l.due) }),
                )}
              </span>
            </li>
          ))}
        </Rows>
      )}
      <Rows
        title={say('Parts on loan, both ways')}
        empty={view.loans.length === 0 ? say('No loan of a part is recorded, out or in.') : undefined}
      >
        {view.loans.map((l) => (
          <li
            key={`${l.part}${l.since}`}
            className="border-hair grid min-h-8 grid-cols-[5rem_1fr_1fr_12rem] items-baseline gap-3 border-b py-1"
          >
            <span className="text-quiet">{l.lends ? say('lent') : say('holds')}</span>
            <Link className="hover:underline" to={`/parts/${l.part}`}>
              {l.label}
            </Link>
            <span>
              {l.lends
                ? say('to {at}, home is {home}', { at: l.at, home: l.home })
                : say('in {at}, home is {home}', { at: l.at, home: l.home })}
            </span>
            <span className={`num text-13 text-right ${l.closed ? 'text-quiet' : 'text-steel font-bold'}`}>
              {l.closed
                ? `${short(l.since)} – ${short(l.closed)}`
                : l.due
                  ? say('since {since}, due {due}', { since: short(l.since), due: short(l.due) })
                  : say('since {since}', { since: short(l.since) })}
            </span>
          </li>
        ))}
      </Rows>
    </div>
  )
}

function Entries({ view }: { view: MachineView }) {
  const { me } = useSigned()
  const [open, setOpen] = useState<string>()
  const names = { labels: view.labels, machine: view.id }
  return (
    <section>
      <h2 className="headrule">{say('Every entry about it, oldest first')}</h2>
      <ol>
        {view.log.map((row) => (
          <LogLine
            key={row.id}
            row={row}
            names={names}
            day
            onAct={
              me.role === 'guest' || row.body.kind === 'settle'
                ? undefined
                : () => setOpen(open === row.id ? undefined : row.id)
            }
            actLabel={row.contested ? say('Settle') : say('Correct')}
          >
            {open === row.id &&
              (row.contested ? (
                <SettleSlip row={row} onClose={() => setOpen(undefined)} />
              ) : (
                <AmendSlip row={row} onClose={() => setOpen(undefined)} />
              ))}
          </LogLine>
        ))}
      </ol>
    </section>
  )
}
