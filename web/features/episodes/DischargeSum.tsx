/** A sum in place: how long a bleeding resistor takes with a supply capacitor. It judges nothing; a reading does. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { parseQuantity } from '#core/quantity/quantity.ts'
import { discharge, touchLimitVolts, voltsAfter } from '#core/work/discharge.ts'
import { Act, TextField } from '#web/ui/Forms.tsx'

/** "2k2", "330 µF", "325 V" in the base unit; undefined for what is no such quantity. */
function inBase(text: string, unit: string): number | undefined {
  const read = parseQuantity(text)
  return read && (read.unit === '' || read.unit === unit) ? read.value : undefined
}

const short = (value: number) => Number(value.toPrecision(3)).toString()

export function DischargeSum() {
  const [open, setOpen] = useState(false)
  const [ohms, setOhms] = useState('2k2')
  const [farads, setFarads] = useState('330 µF')
  const [volts, setVolts] = useState('325 V')
  if (!open)
    return (
      <Act className="min-h-7" onClick={() => setOpen(true)}>
        {say('Discharge time calculator')}
      </Act>
    )
  const [r, c, v] = [inBase(ohms, 'ohm'), inBase(farads, 'F'), inBase(volts, 'V')]
  const found = r === undefined || c === undefined || v === undefined ? 'not positive' : discharge(r, c, v)
  return (
    <fieldset className="bg-next border-hair my-2 border p-2">
      <legend className="sr-only">{say('Discharge time calculator, supply capacitors only')}</legend>
      <div className="grid grid-cols-3 gap-2">
        <TextField label={say('Resistor')} value={ohms} onChange={(e) => setOhms(e.target.value)} />
        <TextField label={say('Capacitor')} value={farads} onChange={(e) => setFarads(e.target.value)} />
        <TextField label={say('Charged to')} value={volts} onChange={(e) => setVolts(e.target.value)} />
      </div>
      <p role="status" className="mt-2">
        {found === 'tube anode' ? (
          <strong className="text-oxide">
            {say(
              'Not for a picture tube or other high voltage: no resistor sum serves there. It is discharged by procedure, by an authorised person.',
            )}
          </strong>
        ) : found === 'not positive' ? (
          say('Three values above zero, such as 2k2, 330 µF, 325 V.')
        ) : (
          told(
            '{seconds} to {limit} d.c.; {joules} held; {watts} in the resistor at first. After a minute the sum says {volts}.',
            {
              seconds: <span className="num">{`${short(found.seconds)} s`}</span>,
              limit: `${touchLimitVolts} V`,
              joules: <span className="num">{`${short(found.joules)} J`}</span>,
              watts: <span className="num">{`${short(found.peakWatts)} W`}</span>,
              volts: <span className="num">{`${short(voltsAfter(60, r ?? 1, c ?? 1, v ?? 0))} V`}</span>,
            },
          )
        )}
      </p>
      <p className="text-quiet text-13">
        {say('Supply capacitors only. The sum trusts the values and the joint of the clip: measure.')}
      </p>
      <Act onClick={() => setOpen(false)}>{say('Close')}</Act>
    </fieldset>
  )
}
