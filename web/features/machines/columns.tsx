/** The columns that the collection's list can show; which of them, people choose. */
import { say, shown } from '#api/words/say.ts'
import { gradeTitle } from '#api/words/condition.ts'
import { dayWords } from '#api/words/dates.ts'
import { statusTitle } from '#api/words/status.ts'
import type { ListColumn } from '#api/filters.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { StatusMark, statusTone } from '#web/ui/Marks.tsx'
import { hazardWord } from '#web/ui/Plate.tsx'
import { Face } from '#web/ui/Face.tsx'
import { Strip } from '#web/ui/Strip.tsx'

export interface Column {
  readonly header: string
  /** Least width in px; the name takes what is left. */
  readonly px: number
  readonly cell: (m: MachineSummary, zone: string) => React.ReactNode
  /** Classes of the cell itself: a cell is one element, since a list at speed draws hundreds of them a second. */
  readonly look?: string | ((m: MachineSummary) => string)
}

const quiet = 'text-quiet truncate'

export const columns: Readonly<Record<ListColumn, Column>> = {
  picture: {
    header: say('Picture'),
    px: 64,
    look: 'flex items-center',
    cell: (m) => <Face machine={m.id} plate={m.plate} px={30} />,
  },
  number: { header: say('Number'), px: 118, look: 'num truncate', cell: (m) => m.plate.number },
  name: {
    header: say('Machine'),
    px: 210,
    look: 'truncate font-bold',
    cell: (m) => (
      <a href={`/machines/${m.id}`} tabIndex={-1}>
        {m.plate.name}
      </a>
    ),
  },
  type: { header: say('Type'), px: 130, look: quiet, cell: (m) => m.plate.typeName },
  serial: { header: say('Serial'), px: 100, look: 'num truncate', cell: (m) => m.plate.serial },
  status: {
    header: say('Working status'),
    px: 160,
    look: (m) => `flex items-center gap-2 ${statusTone(m.status.word)}`,
    cell: (m) => (
      <>
        <StatusMark status={m.status.word} size={15} />
        {statusTitle(m.status)}
      </>
    ),
  },
  stand: {
    header: say('Work'),
    px: 60,
    look: 'num text-quiet',
    cell: ({ status: { coverage } }) => (coverage.of === 0 ? '' : `${coverage.work}/${coverage.of}`),
  },
  life: {
    header: say('The last 24 months'),
    px: 200,
    look: 'flex items-center',
    cell: (m) => <Strip segments={m.strip} width={186} />,
  },
  grade: {
    header: say('Condition'),
    px: 116,
    look: (m) =>
      (m.condition.grade ?? 0) >= 3 ? 'text-copper font-bold' : m.condition.grade ? '' : 'text-quiet',
    cell: (m) =>
      m.condition.grade === undefined
        ? say('not surveyed')
        : m.condition.looked < m.condition.of
          ? say('{grade} so far', { grade: gradeTitle(m.condition.grade) })
          : gradeTitle(m.condition.grade),
  },
  hazards: {
    header: say('Hazards'),
    px: 96,
    look: 'text-13 text-quiet truncate',
    cell: (m) => m.plate.stamps.map((s) => hazardWord(s.kind)).join(', '),
  },
  where: {
    header: say('Where'),
    px: 126,
    look: (m) => `truncate ${m.onLoan ? 'text-steel font-bold' : 'text-quiet'}`,
    cell: (m) =>
      m.onLoan
        ? (m.place ?? say('away'))
        : m.quarantine
          ? say('quarantine')
          : m.open
            ? say('on the bench')
            : (m.place ?? ''),
  },
  made: { header: say('Made'), px: 80, look: 'num truncate', cell: (m) => m.plate.made },
  legal: {
    header: say('Legal status'),
    px: 140,
    look: quiet,
    cell: (m) => m.plate.legal && shown(m.plate.legal),
  },
  owner: { header: say('Owner'), px: 140, look: quiet, cell: (m) => m.plate.owner },
  purpose: {
    header: say('Purpose'),
    px: 130,
    look: quiet,
    cell: (m) => m.plate.purpose && shown(m.plate.purpose),
  },
  'came in': {
    header: say('Came in'),
    px: 112,
    look: 'num text-13',
    cell: (m, zone) => dayWords(m.registeredAt, zone),
  },
  'last written': {
    header: say('Last written'),
    px: 112,
    look: 'num text-13',
    cell: (m, zone) => dayWords(m.touchedAt, zone),
  },
}
