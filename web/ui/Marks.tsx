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

export function StatusMark({ status, size = 24 }: { status: WorkingStatus; size?: number }) {
  return (
    <svg width={size * 1.1} height={size} viewBox="0 0 26 24" aria-hidden="true" className={`shrink-0 ${tone[status]}`}>
      <Drawing status={status} />
    </svg>
  )
}

function Drawing({ status }: { status: WorkingStatus }) {
  const box = <rect x="2" y="5" width="22" height="14" fill="none" stroke="currentColor" strokeWidth="2" />
  switch (status) {
    case 'do not power':
      return (
        <g>
          <clipPath id="square">
            <rect x="2" y="1" width="22" height="22" />
          </clipPath>
          <rect x="2" y="1" width="22" height="22" fill="none" stroke="currentColor" strokeWidth="2" />
          <path d="M-6 20 L16 -2 M0 26 L24 2 M8 28 L32 4" stroke="currentColor" strokeWidth="4" clipPath="url(#square)" />
        </g>
      )
    case 'retest due':
      return (
        <g>
          {box}
          <path d="M13 1 V23" stroke="var(--copper)" strokeWidth="3" />
        </g>
      )
    case 'incomplete':
      return <path d="M9 5 H2 V19 H9 M17 5 H24 V19 H17" fill="none" stroke="currentColor" strokeWidth="2" />
    case 'in pieces':
      return <path d="M2 5 H10 V19 H2 Z M16 5 H24 V19 H16 Z" fill="currentColor" />
    case 'not working':
      return <rect x="2" y="16" width="22" height="4" fill="currentColor" />
    case 'faulty':
      return (
        <g fill="currentColor">
          <rect x="2" y="5" width="13" height="14" />
          <rect x="15" y="15" width="9" height="4" />
        </g>
      )
    case 'not known':
      return (
        <g fill="currentColor">
          <circle cx="4" cy="18" r="2" />
          <circle cx="13" cy="18" r="2" />
          <circle cx="22" cy="18" r="2" />
        </g>
      )
    case 'unproved':
      return <path d="M2 19 V5 H24 V19 Z M2 12 H24" fill="none" stroke="currentColor" strokeWidth="2" strokeDasharray="3 2" />
    case 'check overdue':
      return box
    case 'working':
      return <rect x="2" y="5" width="22" height="14" fill="currentColor" />
    case 'not run':
      return <path d="M2 12 H24" stroke="currentColor" strokeWidth="2" />
  }
}
