/** The mark of a working status: drawn, so that it reads in grey. Never without its word. */
import type { WorkingStatus } from '#core/history/status.ts'

const tone: Readonly<Record<WorkingStatus, string>> = {
  'do not power': 'text-oxide',
  incomplete: 'text-ink',
  'in pieces': 'text-ink',
  'not working': 'text-ink',
  faulty: 'text-ink',
  'retest due': 'text-ink',
  'not known': 'text-ink',
  unproved: 'text-ink',
  'check overdue': 'text-ink',
  working: 'text-ink',
  'not run': 'text-quiet',
}
export const statusTone = (status: WorkingStatus): string => tone[status]

interface Stroke {
  readonly d: string
  /** Width of the line; absent when the shape is filled. */
  readonly line?: number
  readonly dash?: string
  readonly colour?: string
}
const frame = 'M2 5H24V19H2Z'
const dot = (x: number) => `M${x - 2} 18a2 2 0 1 0 4 0a2 2 0 1 0 -4 0`
const drawings: Readonly<Record<WorkingStatus, readonly Stroke[]>> = {
  'do not power': [
    { d: 'M2 1H24V23H2Z', line: 2 },
    { d: 'M5 9.5L10.5 4M5 21L22 4M15.5 20.5L22 14', line: 3.5 },
  ],
  incomplete: [{ d: 'M9 5H2V19H9M17 5H24V19H17', line: 2 }],
  'in pieces': [{ d: 'M2 5H10V19H2ZM16 5H24V19H16Z' }],
  'not working': [{ d: 'M2 16H24V20H2Z' }],
  faulty: [{ d: 'M2 5H15V15H24V19H2Z' }],
  'retest due': [
    { d: frame, line: 2 },
    { d: 'M13 1V23', line: 3, colour: 'var(--copper)' },
  ],
  'not known': [{ d: dot(4) + dot(13) + dot(22) }],
  unproved: [{ d: 'M2 19V5H24V19ZM2 12H24', line: 2, dash: '3 2' }],
  'check overdue': [{ d: frame, line: 2 }],
  working: [{ d: frame }],
  'not run': [{ d: 'M2 12H24', line: 2 }],
}

export function StatusMark({ status, size = 24 }: { status: WorkingStatus; size?: number }) {
  return (
    <svg
      width={size * 1.1}
      height={size}
      viewBox="0 0 26 24"
      aria-hidden="true"
      className={`shrink-0 ${tone[status]}`}
    >
      {drawings[status].map(({ d, line, dash, colour = 'currentColor' }, i) =>
        line === undefined ? (
          <path key={i} d={d} fill={colour} />
        ) : (
          <path key={i} d={d} fill="none" stroke={colour} strokeWidth={line} strokeDasharray={dash} />
        ),
      )}
    </svg>
  )
}
