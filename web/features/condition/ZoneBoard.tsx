/** The zones as ruled rows. A square says whether anybody looked; the grade stands at the right. */
import { say } from '#api/words/say.ts'
import { gradeTitle } from '#api/words/condition.ts'
import { colon, commas, count } from '#api/words/lists.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { ConditionView, ZoneRow } from '#core/views/condition-shape.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned, type Writing } from '#web/app/session.tsx'
import { PlainButton, Said } from '#web/ui/Forms.tsx'

export function ZoneBoard({
  view,
  chosen,
  onZone,
}: {
  view: ConditionView
  chosen: string | undefined
  onZone: (zone: string | undefined) => void
}) {
  const { short } = useDates()
  const { send, error, busy } = useSend()
  const machine = view.machine as MachineId
  const survey = view.open?.id as EntryId | undefined
  const look = (zone: string) =>
    survey &&
    void send([{ body: { kind: 'survey', what: 'looked', machine, survey, zone, is: 'nothing to note' } }])
  /** One tap for a zone that is as it was: every open finding seen again, the same. */
  const asBefore = (z: ZoneRow) => {
    if (!survey) return
    const open = z.findings.filter((f) => !f.gone && f.supposed !== 'withdrawn')
    void send([
      { body: { kind: 'survey', what: 'looked', machine, survey, zone: z.zone, is: 'has findings' } },
      ...open.map((f): Writing => ({
        body: { kind: 'finding', what: 'seen again', machine, finding: f.id, survey, change: 'same' },
      })),
    ])
  }
  const words = (z: ZoneRow): string => {
    const open = z.findings.filter((f) => !f.gone && f.supposed !== 'withdrawn').length
    if (z.now === 'not reached' || (!z.looked && z.notReached))
      return colon(say('could not be reached'), z.notReached)
    if (!z.looked) return say('not examined yet')
    return commas(open > 0 ? count(open, 'finding') : say('nothing to note'), z.lookedAt && short(z.lookedAt))
  }
  return (
    <section aria-label={say('Zones')}>
      <h2 className="headrule flex justify-between">
        {say('Zones')}{' '}
        <span className="text-quiet font-normal">
          {say('{looked} of {of} looked at', { looked: view.looked, of: view.of })}
        </span>
      </h2>
      <Said error={error} />
      <ul>
        {view.zones.map((z) => (
          <ZoneLine
            key={z.zone}
            z={z}
            chosen={chosen}
            onZone={onZone}
            survey={survey}
            words={words}
            busy={busy}
            look={look}
            asBefore={asBefore}
          />
        ))}
      </ul>
    </section>
  )
}

function ZoneLine({
  z,
  chosen,
  onZone,
  survey,
  words,
  busy,
  look,
  asBefore,
}: {
  z: ZoneRow
  chosen: string | undefined
  onZone: (zone: string | undefined) => void
  survey: EntryId | undefined
  words: (z: ZoneRow) => string
  busy: boolean
  look: (zone: string) => undefined
  asBefore: (z: ZoneRow) => void
}) {
  const { me } = useSigned()
  return (
    <li
      className={`border-hair flex min-h-14 items-center gap-3 border-b ${chosen === z.zone ? 'bg-next shadow-[inset_4px_0_0_var(--verdigris)]' : ''}`}
    >
      <button
        type="button"
        aria-pressed={chosen === z.zone}
        className="flex min-h-14 min-w-0 flex-1 items-center gap-3 px-2"
        onClick={() => onZone(chosen === z.zone ? undefined : z.zone)}
      >
        <LookMark zone={z} inSurvey={survey !== undefined} />
        <span className="min-w-0">
          <strong className="block truncate">
            {z.zone}{' '}
            {z.structural && <span className="text-13 text-quiet font-normal">{say('carries load')}</span>}
          </strong>
          <span className="text-13 text-quiet block truncate max-sm:whitespace-normal">
            {[z.material, words(z)].filter(Boolean).join(' · ')}
          </span>
        </span>
      </button>
      {survey && me.role !== 'guest' && z.now === undefined && (
        <PlainButton
          className="min-h-11"
          disabled={busy}
          onClick={() => (z.findings.length === 0 ? look(z.zone) : asBefore(z))}
        >
          {z.findings.length === 0 ? say('Nothing to note') : say('As before')}
        </PlainButton>
      )}
      <span
        className={`w-32 shrink-0 pr-2 max-sm:w-24 text-right ${z.grade === undefined ? 'text-quiet' : (z.grade ?? 0) >= 3 ? 'text-copper font-bold' : 'font-bold'}`}
      >
        {z.grade === undefined ? '–' : gradeTitle(z.grade)}
        {z.set && <span className="text-13 block font-normal">{say('set by hand')}</span>}
      </span>
    </li>
  )
}

/** Full: looked at in this survey. Outline with a core: looked at before. Outline: never. A stroke through it: not reached. */
function LookMark({ zone, inSurvey }: { zone: ZoneRow; inSurvey: boolean }) {
  const now = inSurvey ? zone.now !== undefined && zone.now !== 'not reached' : zone.looked
  const title =
    zone.now === 'not reached'
      ? say('not reached')
      : now
        ? say('looked at')
        : zone.looked
          ? say('looked at before')
          : say('not looked at')
  return (
    <svg width="20" height="20" viewBox="0 0 20 20" role="img" aria-label={title} className="shrink-0">
      <rect
        x="2"
        y="2"
        width="16"
        height="16"
        fill={now ? 'var(--life)' : 'none'}
        stroke="var(--life)"
        strokeWidth="2"
      />
      {!now && zone.looked && <rect x="7" y="7" width="6" height="6" fill="var(--life)" />}
      {zone.now === 'not reached' && <path d="M2 18 18 2" stroke="var(--life)" strokeWidth="2" />}
    </svg>
  )
}
