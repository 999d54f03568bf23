/** A component whose code is fetched when it is first drawn: slips, viewers and sections that most visits never open. */
import { lazy, Suspense, useState, type ComponentType } from 'react'

export type Lazily<Props> = ComponentType<Props> & {
  /** Fetches its code ahead, where what is typed at once after opening it must not be lost. */
  readonly ahead: () => void
}

export function lazily<Props extends object>(load: () => Promise<ComponentType<Props>>): Lazily<Props> {
  let here: ComponentType<Props> | undefined
  const fetched = async () => (here = await load())
  const Loaded = lazy(async () => ({ default: (await fetched()) as ComponentType }))
  const Component = (props: Props) => {
    // What was drawn one way stays so until it goes: another would forget what was typed in it.
    const [Here] = useState(() => here)
    return Here ? (
      <Here {...props} />
    ) : (
      <Suspense fallback={null}>
        <Loaded {...props} />
      </Suspense>
    )
  }
  return Object.assign(Component, { ahead: () => void fetched().catch(() => undefined) })
}
