/** The attributes by which a part is fitted, as fields: the same for one part and for a lot. */
import { say } from '#api/words/say.ts'
import type { UseFormRegisterReturn } from 'react-hook-form'
import { SelectField, TextField } from '#web/ui/Forms.tsx'
import { MarkingReader } from './MarkingReader.tsx'
import type { AttributesForm } from './part-form.ts'

/** The form around it holds these fields among its own. */
export function PartFields({
  register,
  onValue,
}: {
  register: (name: keyof AttributesForm) => UseFormRegisterReturn
  /** A value that was read from a marking. */
  onValue: (value: string) => void
}) {
  return (
    <>
      <TextField label={say('Marking')} className="num" {...register('marking')} />
      <MarkingReader onValue={onValue} />
      <TextField label={say('Value')} className="num" placeholder="470 µF" {...register('value')} />
      <TextField label={say('Rating')} className="num" placeholder="25 V" {...register('rating')} />
      <TextField
        label={say('Temperature')}
        className="num"
        placeholder="105 °C"
        {...register('temperature')}
      />
      <TextField label={say('Package')} className="num" placeholder="DIP-20" {...register('package')} />
      <TextField label={say('Body, mm')} className="num" placeholder="10x16" {...register('body')} />
      <SelectField
        label={say('Across the mains: class')}
        options={[
          { value: '', label: say('no') },
          { value: 'X', label: 'X' },
          { value: 'Y', label: 'Y' },
        ]}
        {...register('safetyClass')}
      />
      <SelectField
        label={say('Cell')}
        options={[
          { value: '', label: say('none') },
          { value: 'rechargeable', label: say('rechargeable') },
          { value: 'primary', label: say('primary') },
        ]}
        {...register('cell')}
      />
    </>
  )
}
