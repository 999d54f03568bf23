/** The day from 08 to 22, with what waits in it. */
import { say } from '#api/words/say.ts'
import { clockWords } from '#api/words/dates.ts'
import { zonedFields, zonedToMs } from '#core/quantity/time.ts'
import { useDates } from '#web/app/session.tsx'

const first = 8
const last = 22

function useDay(now: number) {
  const { zone } = useDates()
  const today = zonedFields(now, zone)
  const start = zonedToMs(zone, today.year, today.month, today.day, first)
  const end = zonedToMs(zone, today.year, today.month, today.day, last)
  return { share: (ms: number) => Math.min(1, Math.max(0, (ms - start) / (end - start))), start, end, zone }
}

export function Hours({ now }: { now: number }) {
  const { share, zone } = useDay(now)
  const at = share(now)
  return (
    <span className="num text-13 text-quiet relative block h-5">
      {[8, 10, 12, 14, 16, 18, 20, 22].map((hour) => {
        const x = (hour - first) / (last - first)
        return (
          <span
            key={hour}
            className="absolute -translate-x-1/2"
            style={{ left: `${x * 100}%`, opacity: Math.abs(x - at) < 0.16 ? 0 : 1 }}
          >
            {String(hour).padStart(2, '0')}
          </span>
        )
      })}
      <span
        className="bg-verdigris text-on-verdigris absolute -translate-x-1/2 rounded-sm px-1.5"
        // Before eight and after ten in the evening it stays within the lane.
        style={{ left: `clamp(1.6rem, ${at * 100}%, calc(100% - 1.6rem))` }}
      >
        {clockWords(new Date(now).toISOString(), zone)}
      </span>
    </span>
  )
}

/** The line through all open machines at this moment, over the last column. */
export function NowLine({ now }: { now: number }) {
  const { share } = useDay(now)
  return (
    <li aria-hidden="true" className="pointer-events-none absolute inset-y-0 right-1 w-[280px] max-md:hidden">
      <span
        className="drawn bg-verdigris absolute inset-y-0 w-0.5 -translate-x-1/2"
        style={{ left: `${share(now) * 100}%` }}
      />
    </li>
  )
}

export function DayLane({
  waits,
  now,
}: {
  waits: readonly { readonly what: string; readonly from: string; readonly until: string }[]
  now: number
}) {
  const { share, end, zone } = useDay(now)
  return (
    <ul className="relative h-full w-full">
      {waits.slice(0, 3).map((wait, i) => {
        const until = Date.parse(wait.until)
        const over = until <= now
        const from = share(Date.parse(wait.from))
        const to = share(until)
        return (
          <li
            key={i}
            title={say('{what}, until {clock}', { what: wait.what, clock: clockWords(wait.until, zone) })}
            className={`absolute flex h-7 items-center overflow-hidden border-2 px-2 whitespace-nowrap ${over ? 'border-ink bg-ink text-sheet' : 'border-ink bg-sheet'}`}
            style={{
              left: `${Math.min(from, 0.72) * 100}%`,
              width: `${Math.max(0.28, to - from) * 100}%`,
              top: 8 + i * 32,
              maxWidth: `${(1 - Math.min(from, 0.72)) * 100}%`,
            }}
          >
            <span className="text-13 truncate">
              {over
                ? say('{what}: over', { what: wait.what })
                : until > end
                  ? `${wait.what} →`
                  : say('{what} until {clock}', { what: wait.what, clock: clockWords(wait.until, zone) })}
            </span>
          </li>
        )
      })}
    </ul>
  )
}
