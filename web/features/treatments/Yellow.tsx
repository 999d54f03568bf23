/** How much yellow is left in each zone, over time, and whether to go on. */
import { say } from '#api/words/say.ts'
import { useEffect, useRef } from 'react'
import { capital, plainEnd, semicolons } from '#api/words/lists.ts'
import {
  backWords,
  bestWords,
  cardsWords,
  checkWords,
  colourCaveat,
  evennessWords,
  otherwiseWords,
  outlookWords,
  renderedCaveat,
  shareWords,
  standWords,
  troubleWords,
  truthWords,
  turnedWords,
  yellowWords,
} from '#api/words/colours.ts'
import type { HouseVerdict } from '#core/treatment/verdicts.ts'
import type { ZoneYellow } from '#core/treatment/yellow-shape.ts'
import type { Ranges } from '#web/ui/range-chart.ts'
import { useDates } from '#web/app/session.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'
import { Maps } from './Maps.tsx'

export function Yellow({
  zones,
  best,
}: {
  zones: readonly ZoneYellow[]
  /** What did best here on what a zone is made of. */
  best: (zone: string) => HouseVerdict | undefined
}) {
  return zones.map((zone) => <Zone key={zone.zone} zone={zone} best={best(zone.zone)} />)
}

function Zone({ zone, best }: { zone: ZoneYellow; best: HouseVerdict | undefined }) {
  const { short, when } = useDates()
  const last = zone.colours.at(-1)
  if (!last) return null
  return (
    <section aria-label={say('Colour of {zone}', { zone: zone.zone })}>
      <h2 className="headrule">{say('Colour of {zone}', { zone: zone.zone })}</h2>
      <p className="text-18 font-bold">{standWords(zone.colours)}</p>
      {last.evenness && (
        <p>
          {plainEnd(
            semicolons(
              say('It is {evenness}', { evenness: evennessWords[last.evenness] }),
              streakWords(last),
            ),
          )}
        </p>
      )}
      {zone.outlook && last.db && (
        <ul className="my-1">
          {outlookWords(zone.outlook, last.db, last.neutrals).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {zone.otherwise && <p>{otherwiseWords(zone.otherwise)}</p>}
      {zone.lookAgain && <p>{backWords(zone)}</p>}
      {best && <p>{bestWords(best)}</p>}
      <Course zone={zone} />
      <Maps zone={zone} />
      <RuledTable
        label={say('Colour of {zone} by photograph', { zone: zone.zone })}
        heads={[
          say('When'),
          `#${say('Yellow left')}`,
          '#Δb*',
          '#ΔE',
          `#${say('Spread of b*')}`,
          `#${say('UV-hours')}`,
          say('By'),
        ]}
      >
        {zone.colours.map((c) => (
          <tr key={c.id} className="border-hair border-b">
            <td className="py-1 pr-4 whitespace-nowrap">{short(c.at)}</td>
            <td className="num pr-4 text-right whitespace-nowrap">{c.share ? shareWords(c.share) : ''}</td>
            <td className="num pr-4 text-right whitespace-nowrap">{c.db ? yellowWords(c.db) : ''}</td>
            <td className="num pr-4 text-right whitespace-nowrap">
              {c.deltaE === undefined ? '' : c.deltaE.toFixed(1)}
            </td>
            <td className="num pr-4 text-right whitespace-nowrap">
              {c.spread === undefined ? '' : c.spread.toFixed(1)}
            </td>
            <td className="num pr-4 text-right whitespace-nowrap">{c.dose.toFixed(1)}</td>
            <td>
              {c.neutrals > 0
                ? [
                    cardsWords(c.neutrals),
                    checkWords(c.by, when.zone),
                    ...(c.turned ? [turnedWords(c.turned.apart)] : []),
                  ].join(' ')
                : c.troubles.map(troubleWords).join(' ')}
            </td>
          </tr>
        ))}
      </RuledTable>
      {last.truth && (
        <p className="text-quiet">{`${truthWords(last.truth.name)} ${colourCaveat} ${last.by.checked ? '' : renderedCaveat}`}</p>
      )}
    </section>
  )
}

/** Which way streaks run, in words. */
const wayWords = (direction: number): string =>
  direction < 15 || direction > 165
    ? say('across')
    : direction > 75 && direction < 105
      ? say('up and down')
      : say('aslant, {round}° from across', { round: Math.round(direction) })

const streakWords = ({ streaks, spread }: ZoneYellow['colours'][number]): string =>
  streaks && spread !== undefined && spread > 1
    ? streaks.coherence > 0.6
      ? say('streaks run {way}', { way: wayWords(streaks.direction) })
      : say('it is blotched')
    : ''

/** Δb* with its range at each photograph, what the model makes of it as a band, and the true colour as a line. */
function Course({ zone }: { zone: ZoneYellow }) {
  const element = useRef<HTMLDivElement>(null)
  const points = zone.colours.flatMap((c) => (c.db ? [{ at: zone.fit ? c.dose : c.at, ...c.db }] : []))
  const doses = [...new Set(zone.colours.map((c) => c.dose))]
  const data = JSON.stringify({
    points,
    zero: 'true colour',
    along: zone.fit && {
      name: 'UV-hours',
      band: zone.fit.map(({ dose, low, high }) => ({ at: dose, low, high })),
      bars: doses.slice(1).map((to, i) => ({ from: doses[i] ?? 0, to })),
    },
  })
  useEffect(() => {
    const box = element.current
    const drawn = JSON.parse(data) as Ranges
    if (!box || drawn.points.length < 2) return
    let gone: (() => void) | undefined
    let left = false
    void import('#web/ui/range-chart.ts').then(({ drawRanges }) => {
      if (!left) gone = drawRanges(box, drawn)
    })
    return () => {
      left = true
      gone?.()
    }
  }, [data])
  if (points.length < 2) return null
  return (
    <div
      ref={element}
      className="my-2 h-52"
      role="img"
      aria-label={say('{zone}: Δb* {points}; the table below says the same', {
        zone: capital(zone.zone),
        points: points.map((p) => p.is.toFixed(1)).join(', then '),
      })}
    />
  )
}
