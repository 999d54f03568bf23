/** The columns that the collection's list can show; which of them, people choose. */
import { gradeTitle } from '#api/words/condition.ts'
import { dayWords } from '#api/words/dates.ts'
import { statusTitle } from '#api/words/status.ts'
import type { ListColumn } from '#api/filters.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { StatusMark, statusTone } from '#web/ui/Marks.tsx'
import { hazardWord } from '#web/ui/Plate.tsx'
import { Strip } from '#web/ui/Strip.tsx'

export interface Column {
  readonly header: string
  /** Least width in px; the name takes what is left. */
  readonly px: number
  readonly cell: (m: MachineSummary, zone: string) => React.ReactNode
}

const quiet = (text: string | undefined) => <span className="text-quiet truncate">{text}</span>

export const columns: Readonly<Record<ListColumn, Column>> = {
  number: { header: 'Number', px: 118, cell: (m) => <span className="num">{m.plate.number}</span> },
  name: { header: 'Machine', px: 210, cell: (m) => <span className="truncate font-bold">{m.plate.name}</span> },
  type: { header: 'Type', px: 130, cell: (m) => quiet(m.plate.typeName) },
  serial: { header: 'Serial', px: 100, cell: (m) => <span className="num truncate">{m.plate.serial}</span> },
  status: {
    header: 'Working status',
    px: 160,
    cell: (m) => (
      <span className={`flex items-center gap-2 ${statusTone(m.status.word)}`}>
        <StatusMark status={m.status.word} size={15} />
        {statusTitle(m.status)}
      </span>
    ),
  },
  stand: { header: 'Stand', px: 60, cell: (m) => <span className="num text-quiet">{`${m.status.stand}/${m.status.of}`}</span> },
  life: { header: 'The last 24 months', px: 200, cell: (m) => <Strip segments={m.strip} width={186} /> },
  grade: {
    header: 'Condition',
    px: 116,
    cell: (m) => (
      <span className={(m.condition.grade ?? 0) >= 3 ? 'text-copper font-bold' : m.condition.grade ? '' : 'text-quiet'}>
        {m.condition.grade === undefined ? 'not surveyed' : m.condition.looked < m.condition.of ? `${m.condition.grade} so far` : gradeTitle(m.condition.grade)}
      </span>
    ),
  },
  hazards: { header: 'Hazards', px: 96, cell: (m) => <span className="text-13 text-quiet truncate">{m.plate.stamps.map((s) => hazardWord(s.kind)).join(', ')}</span> },
  where: {
    header: 'Where',
    px: 126,
    cell: (m) => (
      <span className={`truncate ${m.onLoan ? 'text-steel font-bold' : 'text-quiet'}`}>
        {m.onLoan ? 'on loan' : m.quarantine ? 'quarantine' : m.open ? `bench, episode ${m.open.number}` : (m.place ?? m.plate.purpose)}
      </span>
    ),
  },
  made: { header: 'Made', px: 80, cell: (m) => <span className="num">{m.plate.made}</span> },
  legal: { header: 'Legal status', px: 140, cell: (m) => quiet(m.plate.legal) },
  owner: { header: 'Owner', px: 140, cell: (m) => quiet(m.plate.owner) },
  purpose: { header: 'Purpose', px: 130, cell: (m) => quiet(m.plate.purpose) },
  'came in': { header: 'Came in', px: 112, cell: (m, zone) => <span className="num text-13">{dayWords(m.registeredAt, zone)}</span> },
  'last written': { header: 'Last written', px: 112, cell: (m, zone) => <span className="num text-13">{dayWords(m.touchedAt, zone)}</span> },
}
