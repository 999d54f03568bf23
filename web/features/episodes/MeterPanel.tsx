/** What instrument is connected and how to take its reading; of a simulated one also what its probes touch. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { meterUnits } from '#core/formats/scpi.ts'
import { post, wordsOf } from '#web/app/http.ts'
import { PlainButton, Said } from '#web/ui/Forms.tsx'
import { meterKey, type Meter } from './useMeter.ts'

export function MeterPanel({ meter, onTake }: { meter: Meter; onTake: () => void }) {
  if (meter.trouble) return <p className="text-quiet px-3 py-2">{meter.trouble}</p>
  if (!meter.name) return null
  return (
    <div className="border-hair flex flex-wrap items-center gap-x-5 gap-y-1 border-b px-3 py-2">
      <span>
        <strong>{meter.name}</strong>{' '}
        <span className="text-quiet">{say('{meterKey} takes its reading into the line', { meterKey })}</span>
      </span>
      <PlainButton onClick={onTake}>{say('Take its reading')}</PlainButton>
      {meter.simulated && <Probes />}
    </div>
  )
}

/** Nothing is measured here: a person says what the simulated probes touch. */
function Probes() {
  const [unit, setUnit] = useState<string>('V')
  const [value, setValue] = useState('5.02')
  const [said, setSaid] = useState<string>()
  const [error, setError] = useState<string>()
  const touch = async () => {
    setError(undefined)
    try {
      await post('/meter/simulated-input', { unit, value: Number(value.replace(',', '.')) })
      setSaid(say('They touch {value} {unit}.', { value, unit }))
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <span className="flex flex-wrap items-center gap-2">
      <label htmlFor="probes" className="text-quiet">
        {say('Simulated: its probes touch')}
      </label>
      <input
        id="probes"
        className="field num h-9 w-24"
        inputMode="decimal"
        value={value}
        onChange={(e) => setValue(e.target.value)}
      />
      <select
        aria-label={say('unit of the simulated input')}
        className="field num h-9 w-20"
        value={unit}
        onChange={(e) => setUnit(e.target.value)}
      >
        {meterUnits.map((u) => (
          <option key={u}>{u}</option>
        ))}
      </select>
      <PlainButton onClick={() => void touch()}>{say('Set')}</PlainButton>
      {said && (
        <span role="status" className="text-quiet">
          {said}
        </span>
      )}
      <Said error={error} />
    </span>
  )
}
