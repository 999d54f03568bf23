/** A treatment ends: what came of each place, what lies beside it, counts, and when to look again. A worse place gets a finding of its own. */
import { useState } from 'react'
import { capital } from '#api/words/lists.ts'
import { yellowCaveats } from '#api/words/treatments.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { findingKinds, type FindingKind } from '#core/history/bodies/condition.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { dayAfter, dayOf } from '#core/quantity/time.ts'
import type { TreatmentsAnswer } from '#api/treatments.ts'
import { meantAgainst } from '#core/treatment/after.ts'
import type { Course } from '#core/treatment/course.ts'
import { nowInstant } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { typedIn } from '#web/app/typed.ts'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

type Ended = Extract<BodyOf<'treatment'>, { what: 'ended' }>
type Is = Ended['verdicts'][number]['is']
interface Verdict {
  readonly is: Is | ''
  readonly words: string
}

/** Until when somebody looks again, in days: what comes back, comes back within months. House rule. */
const recheckDays = 90
/** What was whitened comes back more slowly, in the dark too. House rule. */
const whitenedDays = 182

/** What a worse place is found to be, by what was done to it. */
const worseAs: Readonly<Record<string, FindingKind>> = {
  whitening: 'yellowing',
  rust: 'rust',
  leak: 'leak residue',
}

/** How much of a finding is left after what helped. */
const leftOptions = [
  { value: 'less', label: 'less, still to be seen' },
  { value: 'a trace', label: 'a trace is left' },
  { value: 'gone', label: 'gone' },
  { value: 'as it was', label: 'as it was' },
]

/** A finding seen again, as the slip says it; undefined where it is as it was. */
const seenAgain = (machine: MachineId, finding: EntryId, left: string, sort: string) =>
  left === 'as it was'
    ? []
    : [
        {
          body: {
            kind: 'finding' as const,
            what: 'seen again' as const,
            machine,
            finding,
            change: left === 'gone' ? ('gone' as const) : ('better' as const),
            ...(left === 'a trace' ? { severity: 'trace' as const } : {}),
            words: `after ${sort}`,
          },
        },
      ]

export function EndSlip({
  course,
  answer,
  onClose,
}: {
  course: Course
  answer: TreatmentsAnswer
  onClose: () => void
}) {
  const { zone } = useDates()
  const { send, error, busy, setError } = useSend()
  const [verdicts, setVerdicts] = useState<Readonly<Record<string, Verdict>>>({})
  const [beside, setBeside] = useState<Readonly<Record<string, string>>>({})
  const at = (place: string): Verdict => verdicts[place] ?? { is: '', words: '' }
  const set = (place: string, more: Partial<Verdict>) =>
    setVerdicts({ ...verdicts, [place]: { ...at(place), ...more } })
  const { body } = course
  const near = body.carries.map((c) => c.what)
  const [left, setLeft] = useState<Readonly<Record<string, string>>>({})
  const helped = body.on
    .filter((place) => at(place).is === 'better')
    .flatMap((place) => meantAgainst(answer.findings, body.sort, place))
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const { text } = typedIn(event.currentTarget)
    const open = body.on.filter((place) => at(place).is === '')
    if (open.length > 0) return setError(`Say what came of ${open.join(', ')}; “not looked at” is an answer.`)
    const ph = text('ph') ? Number(text('ph').replace(',', '.')) : undefined
    if (ph !== undefined && !(ph >= 0 && ph <= 14)) return setError('A pH lies between 0 and 14.')
    const worse = body.on.filter((place) => at(place).is === 'worse')
    const harmed = near.filter((what) => beside[what] === 'harmed')
    const sort = (text('sort') || worseAs[body.sort] || 'stain') as FindingKind
    const finding = (zoneName: string, words: string) => ({
      body: {
        kind: 'finding' as const,
        what: 'noted' as const,
        machine: course.machine as MachineId,
        zone: zoneName,
        sort,
        severity: 'disfigures' as const,
        activity: 'not judged' as const,
        danger: 'none' as const,
        contained: false,
        loaded: false,
        hypothesis: false,
        words,
      },
    })
    const written = await send([
      {
        body: {
          kind: 'treatment',
          what: 'ended',
          machine: course.machine as MachineId,
          treatment: course.id as EntryId,
          verdicts: body.on.map((place) => {
            const { is, words } = at(place)
            return { on: place, is: is as Is, ...(words.trim() ? { words: words.trim() } : {}) }
          }),
          beside: near.map((what) => ({
            what,
            is: (beside[what] ?? 'not looked at') as Ended['beside'][number]['is'],
          })),
          counts: body.counts.map(({ what }) => ({ what, n: Number(text(`out ${what}`) || 0) })),
          ...(ph === undefined ? {} : { ph }),
          ...(text('recheck') ? { recheck: text('recheck') } : {}),
          ...(text('words') ? { words: text('words') } : {}),
        },
      },
      // Harm is a finding of its own: the grade follows from it.
      ...worse.map((place) =>
        finding(place, `worse after ${body.sort}${at(place).words ? `: ${at(place).words}` : ''}`),
      ),
      // What helped is seen on the finding it was meant against: the grade follows from that, too.
      ...helped.flatMap((f) => seenAgain(course.machine as MachineId, f.id, left[f.id] ?? 'less', body.sort)),
      // It rings no more.
      ...(answer.ringing[course.id] ?? []).map(({ entry }) => ({
        body: { kind: 'wait' as const, machine: course.machine as MachineId, over: entry },
      })),
      ...harmed.map((what) => finding(body.on[0] ?? 'whole machine', `${what} harmed by ${body.sort}`)),
    ])
    if (written) onClose()
  }
  const anyHarm = body.on.some((p) => at(p).is === 'worse') || near.some((w) => beside[w] === 'harmed')
  return (
    <Slip title={`End: ${body.sort}`} onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="space-y-3">
        <ul>
          {body.on.map((place) => (
            <li key={place} className="border-hair border-b py-2">
              <fieldset className="flex flex-wrap items-center gap-x-5 gap-y-1">
                <legend className="float-left mr-4 font-bold">{place}</legend>
                {(['better', 'the same', 'worse', 'not looked at'] as const).map((is) => (
                  <label key={is} className="flex min-h-11 items-center gap-2">
                    <input
                      type="radio"
                      className="size-5"
                      name={`verdict ${place}`}
                      checked={at(place).is === is}
                      onChange={() => set(place, { is })}
                    />
                    {is}
                  </label>
                ))}
              </fieldset>
              <TextField
                label={`${place}: what you see`}
                value={at(place).words}
                maxLength={400}
                onChange={(e) => set(place, { words: e.target.value })}
              />
            </li>
          ))}
        </ul>
        {helped.map((f) => (
          <SelectField
            key={f.id}
            label={`The finding ${f.sort} on ${f.zone}${f.words ? ` (${f.words})` : ''}`}
            value={left[f.id] ?? 'less'}
            onChange={(e) => setLeft({ ...left, [f.id]: e.target.value })}
            options={leftOptions}
          />
        ))}
        {near.map((what) => (
          <SelectField
            key={what}
            label={`${capital(what)} beside it`}
            value={beside[what] ?? 'not looked at'}
            onChange={(e) => setBeside({ ...beside, [what]: e.target.value })}
            options={['not looked at', 'unharmed', 'harmed']}
          />
        ))}
        {body.counts.map(({ what, n }) => (
          <TextField
            key={what}
            label={`${capital(what)}: ${n} went in; how many came out`}
            name={`out ${what}`}
            className="num"
            inputMode="numeric"
          />
        ))}
        <div className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1">
          {body.sort === 'leak' && (
            <TextField label="pH after" name="ph" className="num" inputMode="decimal" />
          )}
          <TextField
            label="Look again on"
            name="recheck"
            type="date"
            className="num"
            defaultValue={dayAfter(
              dayOf(nowInstant(), zone),
              body.sort === 'whitening' ? whitenedDays : recheckDays,
            )}
          />
          {anyHarm && (
            <SelectField
              label="The harm is a finding: of what sort"
              name="sort"
              defaultValue={worseAs[body.sort] ?? 'stain'}
              options={findingKinds}
            />
          )}
        </div>
        <AreaField label="Remarks" name="words" />
        {anyHarm && (
          <p className="text-copper font-bold">
            What got worse is written as a finding, and lowers the grade.
          </p>
        )}
        {body.sort === 'whitening' && <p className="text-quiet">{yellowCaveats.back}</p>}
        <MainButton type="submit" disabled={busy}>
          Record what came of it
        </MainButton>
        <Said error={error} />
      </form>
    </Slip>
  )
}
