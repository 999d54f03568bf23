/** A tick with its words, large enough for a thumb. */
import { useController, type Control, type FieldPath, type FieldValues } from 'react-hook-form'

export function Tick({ label, ...input }: { label: string } & React.ComponentProps<'input'>) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input type="checkbox" className="accent-verdigris size-4.5" {...input} />
      {label}
    </label>
  )
}

/** Ticks that make one list of what is ticked, in the order offered. (Registered one by one, a single tick would make no list.) */
export function Ticks<F extends FieldValues>({
  control,
  name,
  options,
}: {
  control: Control<F>
  name: FieldPath<F>
  options: readonly { readonly value: string; readonly label: string }[]
}) {
  const { field } = useController({ control, name })
  const ticked: readonly string[] = field.value
  return options.map(({ value, label }, i) => (
    <Tick
      key={value}
      label={label}
      ref={i === 0 ? field.ref : undefined}
      checked={ticked.includes(value)}
      onBlur={field.onBlur}
      onChange={(event) => {
        const now = event.target.checked ? [...ticked, value] : ticked.filter((t) => t !== value)
        field.onChange(options.map((o) => o.value).filter((o) => now.includes(o)))
      }}
    />
  ))
}
