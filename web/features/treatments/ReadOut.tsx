/** What the marks on a photograph say of a colour. */
import type { MeasureAnswer } from '#api/treatments.ts'
import {
  captureWords,
  cardsWords,
  checkWords,
  colourCaveat,
  renderedCaveat,
  troubleWords,
  truthWords,
  yellowWords,
} from '#api/words/colours.ts'
import { commas } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { useDates } from '#web/app/session.tsx'

/** To a tenth; what rounds to nothing has no sign. */
const tenth = (v: number): string => (Math.abs(v) < 0.05 ? '0.0' : v.toFixed(1))

/** Shown before anything is written. */
export function ReadOut({ read: { says, cells, capture } }: { read: MeasureAnswer }) {
  const { when } = useDates()
  return (
    <div className="border-verdigris border-l-4 pl-3" role="status">
      {capture.map((t) => (
        <p key={t.why} className="text-copper font-bold">
          {captureWords(t)}
        </p>
      ))}
      {says.troubles.map((t, i) => (
        <p key={i} className="text-copper font-bold">
          {troubleWords(t)}
        </p>
      ))}
      {says.db && (
        <p className="font-bold">
          {say('Δb* against “{name}”: {yellow}.', {
            name: says.truth?.name ?? say('the true colour'),
            yellow: yellowWords(says.db),
          })}
        </p>
      )}
      {says.patches.map((p) => (
        <p key={p.name} className="num">
          {commas(
            `${p.name}: L* ${tenth(p.lab[0])}, a* ${tenth(p.lab[1])}, b* ${tenth(p.lab[2])}`,
            p.yellowness !== undefined &&
              say('yellowness {yellowness} (E313)', { yellowness: p.yellowness.toFixed(0) }),
          )}
        </p>
      ))}
      {says.neutrals > 0 && <p>{`${cardsWords(says.neutrals)} ${checkWords(says.by, when.zone)}`}</p>}
      {says.truth && <p>{truthWords(says.truth.name)}</p>}
      {!cells && says.patches.length > 0 && <p>{say('No patch is large enough to judge how even it is.')}</p>}
      <p className="text-quiet">{`${colourCaveat} ${says.by.checked ? '' : renderedCaveat}`}</p>
    </div>
  )
}
