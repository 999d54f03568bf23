/** What a browser has and happy-dom lacks: a store on the device, locks, what a select says of itself, and a clean page after each test. */
import '@testing-library/jest-dom/vitest'
import 'fake-indexeddb/auto'
import { cleanup } from '@testing-library/react'
import { afterEach } from 'vitest'

/** Locks within one page: whoever asks for a held one waits, or hears at once that it is held. */
class Locks {
  private readonly held = new Map<string, Promise<unknown>>()

  async request(name: string, ...rest: unknown[]): Promise<unknown> {
    const work = rest.at(-1) as (lock: object | null) => unknown
    const ifAvailable = (rest.length > 1 && (rest[0] as { ifAvailable?: boolean }).ifAvailable) === true
    if (ifAvailable && this.held.has(name)) return work(null)
    while (this.held.has(name)) await this.held.get(name)
    const done = Promise.resolve(work({ name })).finally(() => this.held.delete(name))
    this.held.set(
      name,
      done.catch(() => undefined),
    )
    return done
  }
}
Object.defineProperty(navigator, 'locks', { value: new Locks(), configurable: true })

/** Of the HTML Living Standard, 4.10.7 and 4.10.10: without these an untouched select seems to have been edited. */
Object.defineProperties(HTMLSelectElement.prototype, {
  size: { get: (): number => 0 },
  selectedIndex: {
    get(this: HTMLSelectElement) {
      return [...this.options].findIndex((option) => option.selected)
    },
  },
})
Object.defineProperty(HTMLOptionElement.prototype, 'defaultSelected', {
  get(this: HTMLOptionElement) {
    return this.hasAttribute('selected')
  },
})

afterEach(() => {
  cleanup()
  localStorage.clear()
  sessionStorage.clear()
})
