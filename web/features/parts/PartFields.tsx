/** The attributes by which a part is fitted, as fields: the same for one part and for a lot. */
import { useState } from 'react'
import { SelectField, TextField } from '#web/ui/Forms.tsx'
import { MarkingReader } from './MarkingReader.tsx'

export function PartFields() {
  const [value, setValue] = useState('')
  return (
    <>
      <TextField label="Marking" name="marking" className="num" />
      <MarkingReader onValue={setValue} />
      <TextField
        label="Value"
        name="value"
        className="num"
        placeholder="470 µF"
        value={value}
        onChange={(e) => setValue(e.target.value)}
      />
      <TextField label="Rating" name="rating" className="num" placeholder="25 V" />
      <TextField label="Temperature" name="temperature" className="num" placeholder="105 °C" />
      <TextField label="Package" name="package" className="num" placeholder="DIP-20" />
      <TextField label="Body, mm" name="body" className="num" placeholder="10x16" />
      <SelectField
        label="Across the mains: class"
        name="safety class"
        options={[
          { value: '', label: 'no' },
          { value: 'X', label: 'X' },
          { value: 'Y', label: 'Y' },
        ]}
      />
      <SelectField
        label="Cell"
        name="cell"
        options={[
          { value: '', label: 'none' },
          { value: 'rechargeable', label: 'rechargeable' },
          { value: 'primary', label: 'primary' },
        ]}
      />
    </>
  )
}
