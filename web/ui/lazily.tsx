/** A component whose code is fetched when it is first drawn: slips, viewers and sections that most visits never open. */
import { lazy, Suspense, type ComponentType } from 'react'

export function lazily<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
): ComponentType<Props> {
  const Loaded = lazy(async () => ({ default: (await load()) as ComponentType }))
  const Lazily = (props: Props) => (
    <Suspense fallback={null}>
      <Loaded {...props} />
    </Suspense>
  )
  return Lazily
}
