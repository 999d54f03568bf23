/** Closing an episode: the check, what is deferred by name, and the next step handed on. */
import { say } from '#api/words/say.ts'
import type { RuleAnswer } from '#core/work/checks/model.ts'
import { useState } from 'react'
import { count } from '#api/words/lists.ts'
import { ruleWords } from '#api/words/checks.ts'
import { ruleTitle } from '#api/words/rules.ts'
import type { EntryId } from '#core/ids.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useWrite } from '#web/app/session.tsx'
import { Act, MainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'
import { closedBody, closingRules, deferrable, deferrals, type Deferral } from './closing.ts'

export function ClosingSlip({ view, onClose }: { view: EpisodeView; onClose: () => void }) {
  const { zone } = useDates()
  const drafts = useDrafts()
  const write = useWrite()
  const [next, setNext] = useState('')
  const [deferred, setDeferred] = useState<readonly Deferral[]>([])
  const [error, setError] = useState<string>()
  const found = view.checks.find((c) => c.check === 'closing')?.rules ?? []
  const { rules, asked } = closingRules(found, deferred, next)
  const unmet = rules.filter((r) => r.is === 'not met')
  const edit = (what: string, change: Partial<Deferral>) =>
    setDeferred((old) =>
      old.some((d) => d.what === what)
        ? old.map((d) => (d.what === what ? { ...d, ...change } : d))
        : [...old, { what, reason: '', until: '', ...change }],
    )

  const close = async () => {
    setError(undefined)
    const episode = view.episode.id
    const body = closedBody(view.machine, episode as EntryId, {
      rules,
      deferred: deferrals(found, deferred),
      next,
      zone,
    })
    try {
      const written = await write(drafts([{ episode, body }]))
      if (written.sent && written.refused) setError(written.refused.detail)
      else onClose()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }

  return (
    <Slip
      title={
        unmet.length
          ? say('Closing: {unmet}', { unmet: count(unmet.length, 'open point') })
          : say('Closing: every point is answered')
      }
      onClose={onClose}
    >
      <Points asked={asked} rules={rules} deferred={deferred} onEdit={edit} />
      <HandOn
        close={close}
        view={view}
        unmet={unmet}
        next={next}
        onNext={setNext}
        error={error}
        onClose={onClose}
      />
    </Slip>
  )
}

/** The points of the check; what may wait is left for later with its reason. */
function Points({
  asked,
  rules,
  deferred,
  onEdit,
}: {
  asked: readonly RuleAnswer[]
  rules: readonly RuleAnswer[]
  deferred: readonly Deferral[]
  onEdit: (what: string, change: Partial<Deferral>) => void
}) {
  return (
    <ul className="mb-4">
      {asked.map((rule) => {
        const words = ruleWords(rule)
        const answered = rules.find((r) => r.rule === rule.rule)?.is === 'met'
        return (
          <li
            key={rule.rule}
            className={`mb-3 border-l-4 pl-3 ${answered ? 'border-hair' : 'border-copper'}`}
          >
            <strong>{ruleTitle(rule.rule)}</strong>
            {answered && <span className="text-quiet ml-2">{say('left for later')}</span>}
            <p>{words.saw}</p>
            <p className="text-quiet">{words.satisfy}</p>
            {deferrable.has(rule.rule) &&
              rule.about.map((name) => {
                const said = deferred.find((d) => d.what === name)
                return (
                  <div
                    key={name}
                    className="mt-1 grid grid-cols-[12rem_1fr_10rem] items-end gap-3 max-md:grid-cols-1"
                  >
                    <span className="pb-2 font-bold">{say('Leave for later: {name}', { name })}</span>
                    <TextField
                      label={say('{name}: because', { name })}
                      value={said?.reason ?? ''}
                      onChange={(e) => onEdit(name, { reason: e.target.value })}
                    />
                    <TextField
                      label={
                        rule.rule === 'loans home'
                          ? say('{name}: until (needed)', { name })
                          : say('{name}: until', { name })
                      }
                      type="date"
                      className="num"
                      value={said?.until ?? ''}
                      onChange={(e) => onEdit(name, { until: e.target.value })}
                    />
                  </div>
                )
              })}
          </li>
        )
      })}
    </ul>
  )
}

function HandOn({
  close,
  view,
  unmet,
  next,
  onNext,
  error,
  onClose,
}: {
  close: () => Promise<void>
  view: EpisodeView
  unmet: readonly RuleAnswer[]
  next: string
  onNext: (value: string) => void
  error: string | undefined
  onClose: () => void
}) {
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault()
        void close()
      }}
    >
      <TextField
        label={say('Next step, handed on')}
        hint={
          view.questions.length
            ? say('Handed on with it: {questions}', {
                questions: view.questions.map((q) => q.words).join(' · '),
              })
            : say('Say “nothing” if nothing comes next.')
        }
        required
        autoFocus={unmet.length <= 1}
        value={next}
        onChange={(e) => onNext(e.target.value)}
      />
      <Said error={error} />
      <p className="flex items-center gap-6">
        <MainButton type="submit" disabled={unmet.length > 0}>
          {say('Close the episode')}
        </MainButton>
        {unmet.length > 0 && (
          <span className="text-quiet">
            {say('Still to answer: {unmet}.', {
              unmet: unmet.map((r) => ruleTitle(r.rule).toLowerCase()).join(', '),
            })}
          </span>
        )}
        <Act onClick={onClose}>{say('Not yet')}</Act>
      </p>
    </form>
  )
}

export function StopSlip({ view, onClose }: { view: EpisodeView; onClose: () => void }) {
  const drafts = useDrafts()
  const write = useWrite()
  const [lie, setLie] = useState(view.episode.lie)
  const [next, setNext] = useState('')
  const [unplugged, setUnplugged] = useState(false)
  const [error, setError] = useState<string>()
  const stop = async () => {
    try {
      const written = await write(
        drafts([
          {
            episode: view.episode.id,
            body: {
              kind: 'episode',
              what: 'paused',
              machine: view.machine,
              episode: view.episode.id as EntryId,
              lie: lie.trim(),
              ...(unplugged ? { unplugged } : {}),
              next: next.trim(),
            },
          },
        ]),
      )
      if (written.sent && written.refused) setError(written.refused.detail)
      else onClose()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <Slip title={say('Stop for today')} onClose={onClose}>
      <form
        className="grid grid-cols-[1fr_1fr_auto] items-end gap-4 max-md:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault()
          void stop()
        }}
      >
        <TextField
          label={say('Where things are')}
          placeholder={say('shelf 3, tray under it')}
          value={lie}
          autoFocus
          onChange={(e) => setLie(e.target.value)}
        />
        <TextField label={say('Next step')} value={next} onChange={(e) => setNext(e.target.value)} />
        <label className="flex h-9 items-center gap-2">
          <input type="checkbox" checked={unplugged} onChange={(e) => setUnplugged(e.target.checked)} />{' '}
          {say('Unplugged')}
        </label>
        <div>
          <MainButton type="submit">{say('Stop here')}</MainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}

export function OverrideSlip({
  view,
  check,
  rule,
  role,
  onClose,
}: {
  view: EpisodeView
  check: string
  rule: string
  role: string
  onClose: () => void
}) {
  const drafts = useDrafts()
  const write = useWrite()
  const [reason, setReason] = useState('')
  const [error, setError] = useState<string>()
  const send = async () => {
    try {
      const written = await write(
        drafts([
          {
            episode: view.episode.id,
            body: { kind: 'override', machine: view.machine, check, rule, reason: reason.trim(), role },
          },
        ]),
      )
      if (written.sent && written.refused) setError(written.refused.detail)
      else onClose()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <Slip
      title={
        rule === 'tested before work'
          ? say('Not tested before work, because …')
          : say('Override: {ruleTitle}', { ruleTitle: ruleTitle(rule).toLowerCase() })
      }
      onClose={onClose}
    >
      <form
        className="flex items-end gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void send()
        }}
      >
        <div className="flex-1">
          <TextField
            label={say('Reason; it stays on the machine’s front')}
            required
            autoFocus
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
        </div>
        <MainButton type="submit">{say('Record the reason')}</MainButton>
      </form>
      <Said error={error} />
    </Slip>
  )
}
