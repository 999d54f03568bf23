/** What was seen, the newest first, with what each went through; one may be set aside with a reason, and all is reckoned again. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { observationWords, throughWords } from '#api/words/fault.ts'
import { capital, list } from '#api/words/lists.ts'
import type { FaultView, ObservationRow } from '#core/views/fault-shape.ts'
import { useSendOne } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'

const shownAtFirst = 12
const keyOf = (o: ObservationRow) => `${o.entry} ${o.of}`

export function Observations({ view, rows }: { view: FaultView; rows: readonly ObservationRow[] }) {
  const { short } = useDates()
  const { send, error } = useSendOne()
  const [setting, setSetting] = useState<string>()
  const [all, setAll] = useState(false)
  const shown = all ? rows : rows.slice(0, shownAtFirst)
  const countAgain = (o: ObservationRow) =>
    void send({
      kind: 'diagnosis',
      what: 'counted again',
      machine: view.machine,
      observation: o.entry,
      of: o.of,
    })
  return (
    <section aria-label={say('What was seen')} className="bg-sheet rounded-sm px-4 py-3">
      <h2 className="headrule">{say('What was seen, newest first')}</h2>
      <Said error={error} />
      <ul>
        {shown.map((o) => (
          <li key={keyOf(o)} className="border-hair border-b py-1">
            <div
              className={`grid grid-cols-[6.5rem_minmax(0,1fr)_auto] items-baseline gap-x-3 max-sm:grid-cols-1 ${o.aside || o.left || o.empty.length > 0 ? 'text-quiet' : ''}`}
            >
              <span className="num text-13">{short(o.at)}</span>
              <span className="min-w-0">
                <span className={o.is === 'pass' ? 'block' : 'block font-bold'}>
                  {o.aside ? <s>{capital(observationWords(o))}</s> : capital(observationWords(o))}
                </span>
                <span className="text-13 text-quiet block">
                  {o.aside
                    ? o.aside.by
                      ? say('set aside by {by}: {because}', { because: o.aside.because, by: o.aside.by })
                      : say('set aside: {because}', { because: o.aside.because })
                    : o.empty.length > 0
                      ? o.empty.length === 1
                        ? say('not taken into account: {empty} was out', { empty: list(o.empty, 4) })
                        : say('not taken into account: {empty} were out', { empty: list(o.empty, 4) })
                      : o.left
                        ? say('not taken into account: there are too many failures to tell apart')
                        : throughWords(o)}
                </span>
              </span>
              <span className="text-right max-sm:text-left">
                {o.where ? null : o.aside ? (
                  <Act
                    aria-label={say('Count again: {observation}', { observation: observationWords(o) })}
                    onClick={() => countAgain(o)}
                  >
                    {say('Count again')}
                  </Act>
                ) : (
                  <Act
                    aria-label={say('Set aside: {observation}', { observation: observationWords(o) })}
                    aria-expanded={setting === keyOf(o)}
                    onClick={() => setSetting(keyOf(o))}
                  >
                    {say('Set aside')}
                  </Act>
                )}
              </span>
            </div>
            {setting === keyOf(o) && <SetAside view={view} row={o} onClose={() => setSetting(undefined)} />}
          </li>
        ))}
      </ul>
      {rows.length > shown.length && (
        <Act onClick={() => setAll(true)}>
          {say('Show {rows} older ones', { rows: rows.length - shown.length })}
        </Act>
      )}
    </section>
  )
}

function SetAside({ view, row, onClose }: { view: FaultView; row: ObservationRow; onClose: () => void }) {
  const { send, error } = useSendOne()
  const [because, setBecause] = useState('')
  const keep = async () => {
    const sent = await send({
      kind: 'diagnosis',
      what: 'set aside',
      machine: view.machine,
      observation: row.entry,
      of: row.of,
      because: because.trim(),
    })
    if (sent) onClose()
  }
  return (
    <Slip title={say('Set an observation aside')} onClose={onClose}>
      <form
        className="flex flex-wrap items-end gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <div className="min-w-64 flex-1">
          <TextField
            label={say('Why it should not count')}
            placeholder={say('the lead was loose, as we saw later')}
            required
            maxLength={2000}
            autoFocus
            value={because}
            onChange={(e) => setBecause(e.target.value)}
          />
        </div>
        <PlainButton type="submit">{say('Set aside with this reason')}</PlainButton>
      </form>
      <p className="text-13 text-quiet pt-1">
        {say('It stays in the record; only the search for the fault leaves it out.')}
      </p>
      <Said error={error} />
    </Slip>
  )
}
