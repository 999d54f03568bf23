/** A headed list of ruled rows, each with something at the left and something quiet at the right. */
export function Rows({
  title,
  right,
  empty,
  children,
}: {
  title: string
  right?: React.ReactNode
  empty?: string | undefined
  children?: React.ReactNode
}) {
  return (
    <section aria-label={title} className="min-w-0">
      <h2 className="headrule flex justify-between gap-3">
        {title} {right}
      </h2>
      {empty !== undefined ? <p className="text-quiet py-2">{empty}</p> : <ul>{children}</ul>}
    </section>
  )
}

export function Row({
  left,
  right,
  title,
}: {
  left: React.ReactNode
  right?: React.ReactNode
  title?: string
}) {
  return (
    <li className="border-hair flex min-h-8 items-baseline justify-between gap-4 border-b py-1" title={title}>
      <span className="min-w-0">{left}</span>
      <span className="text-quiet shrink-0 text-right">{right}</span>
    </li>
  )
}
