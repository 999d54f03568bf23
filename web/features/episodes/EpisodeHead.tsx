/** The head of the working screen: which machine, how it stands, who is here; stopping and closing. */
import { count } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import type { ButtonHTMLAttributes } from 'react'
import { statusTitle } from '#api/words/status.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { HouseLink, useSource } from '#web/app/source.tsx'
import { StatusMark } from '#web/ui/Marks.tsx'
import { stampTitle } from '#web/ui/Plate.tsx'

export function EpisodeHead({
  view,
  onStop,
  onClose,
}: {
  view: EpisodeView
  onStop: () => void
  onClose: () => void
}) {
  const { practice } = useSource()
  const closed = view.episode.state === 'closed'
  const open = view.checks.find((c) => c.check === 'closing')?.unmet ?? 0
  return (
    <header className="bg-plate text-lettering flex min-h-12 shrink-0 items-center gap-4 px-4 max-sm:flex-wrap max-sm:gap-y-1 max-sm:py-2">
      <h1 className="font-display text-18 min-w-0 shrink-[4] truncate font-semibold max-sm:basis-full">
        <HouseLink to={`/machines/${view.machine}`} className="hover:underline">
          {view.plate.name}
        </HouseLink>
      </h1>
      <span className="num text-plate-label whitespace-nowrap sm:max-lg:hidden">{view.plate.number}</span>
      <span className="text-18 mr-auto ml-2 flex min-w-0 shrink-0 items-center gap-2 font-bold whitespace-nowrap max-sm:shrink [&_svg]:text-current">
        <StatusMarkOnPlate view={view} />
        <span className="truncate">{statusTitle(view.status)}</span>
      </span>
      <ul className="ml-auto flex gap-2 max-xl:hidden">
        {view.plate.stamps.map((s) => (
          <li
            key={s.kind}
            title={s.words}
            className="border-stamp text-stamp rounded-sm border-2 px-2 font-bold whitespace-nowrap"
          >
            {stampTitle(s.kind)}
          </li>
        ))}
      </ul>
      <span className="num text-13 ml-auto whitespace-nowrap max-lg:sr-only xl:ml-4">
        {view.people.length ? say('{people} here', { people: view.people.join(', ') }) : ''}
      </span>
      {!practice && (
        <HouseLink
          to={`/episodes/${view.episode.id}/print/sheet`}
          className="gloved shrink-0 font-bold whitespace-nowrap underline-offset-4 hover:underline max-md:hidden"
        >
          {say('Papers')}
        </HouseLink>
      )}
      {!closed && !practice && (
        <>
          <PlateButton onClick={onStop}>{say('Stop for today')}</PlateButton>
          <PlateButton onClick={onClose}>
            {say('Close')}
            {open > 1 && (
              <span className="max-sm:sr-only">{` (${count(open, 'open point')})`}</span>
            )}
          </PlateButton>
        </>
      )}
    </header>
  )
}

/** Stopping and closing stand on the dark plate. */
function PlateButton(button: ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      className="border-plate-label max-sm:text-13 h-8 rounded-sm border px-3 font-bold whitespace-nowrap hover:border-current max-sm:px-2 pointer-coarse:h-11"
      {...button}
    />
  )
}

/** On the dark plate the marks take the plate's lettering. */
function StatusMarkOnPlate({ view }: { view: EpisodeView }) {
  return (
    <span className="text-lettering [&>svg]:text-lettering">
      <StatusMark status={view.status.word} size={18} />
    </span>
  )
}
