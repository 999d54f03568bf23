/** A tick with its words, large enough for a thumb. */
export function Tick({ label, ...input }: { label: string } & React.InputHTMLAttributes<HTMLInputElement>) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input type="checkbox" className="accent-verdigris size-4.5" {...input} />
      {label}
    </label>
  )
}
