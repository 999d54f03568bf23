/** Hazards and cautions of the moment, in sight at every width. */
import { say } from '#api/words/say.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { useWide } from '#web/ui/useWide.ts'
import { stampTitle } from '#web/ui/Plate.tsx'

/**
 * What can hurt somebody or the machine: in sight at every width, whatever is open. What bars power stands there always; the
 * type's cautions where the aside and the plate's stamps have no room.
 */
export function Dangers({ view, onLine }: { view: EpisodeView; onLine: (line: string) => void }) {
  const { hazards } = view.context
  const open = view.episode.state === 'open'
  const cautions = useWide() ? [] : view.cautions
  if (hazards.length === 0 && cautions.length === 0) return null
  return (
    <section
      aria-label={say('Hazards')}
      className="border-oxide bg-next shrink-0 border-b border-l-4 px-3 py-1.5"
    >
      {hazards.map((hazard, i) => (
        <p key={hazard.entry} className="flex flex-wrap items-baseline gap-x-3">
          <span>
            <strong className="text-oxide">{hazard.barsPower ? say('Do not power:') : say('Hazard:')}</strong>{' '}
            {hazard.words}
          </span>
          {open && (
            <button type="button" className="act min-h-7" onClick={() => onLine(`hazard clear ${i + 1} `)}>
              {say('Hazard removed')}
            </button>
          )}
        </p>
      ))}
      {cautions.map(({ hazard }) => (
        <p key={hazard.kind} className="text-13">
          <strong className="text-oxide">{stampTitle(hazard.kind)}.</strong> {hazard.words}
        </p>
      ))}
    </section>
  )
}
