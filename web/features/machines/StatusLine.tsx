/** How a machine stands, the ground of it, and the way to work on it. */
import { say } from '#api/words/say.ts'
import { useNavigate } from 'react-router'
import type { MachineView } from '#core/views/machine-shape.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { StatusMark, statusTone } from '#web/ui/Marks.tsx'
import { statusTitle, statusSentence, coverageWords } from '#api/words/status.ts'
import { dayWords } from '#api/words/dates.ts'
import { MainButton } from '#web/ui/Forms.tsx'

export function StatusLine({
  view,
  today,
  onOpen,
}: {
  view: MachineView
  /** It shows what is so today, and not on an earlier day. */
  today: boolean
  onOpen: () => void
}) {
  const { me } = useSigned()
  const { when, zone } = useDates()
  const navigate = useNavigate()
  const { status } = view
  return (
    <section aria-label={say('Working status')} className="flex flex-wrap items-center gap-x-8 gap-y-3">
      <div className="flex shrink-0 items-center gap-3">
        <StatusMark status={status.word} size={36} />
        <strong className={`font-display text-34 font-semibold ${statusTone(status.word)}`}>
          {statusTitle(status)}
        </strong>
      </div>
      <p className="text-18 min-w-56 flex-1">{statusSentence(status, when)}</p>
      <p className="shrink-0 leading-snug max-sm:shrink">
        <span className="text-18 font-bold">{coverageWords(status.coverage).works}</span>
        {coverageWords(status.coverage).rest && `, ${coverageWords(status.coverage).rest}`}
        <br />
        <span className="text-quiet">
          {status.oldestProof
            ? say('oldest proof {oldestProof}', { oldestProof: dayWords(status.oldestProof, zone) })
            : say('no proof yet')}
        </span>
      </p>
      {me.role !== 'guest' &&
        today &&
        (view.open ? (
          <MainButton onClick={() => void navigate(`/episodes/${view.open?.id}`)}>
            {say('Go on with episode {number}', { number: view.open.number })}
          </MainButton>
        ) : (
          <MainButton onClick={onOpen}>{say('Open an episode')}</MainButton>
        ))}
    </section>
  )
}
