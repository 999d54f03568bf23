/** What is typed in the named fields of a form. */

/** What was typed, trimmed; undefined when that is nothing. */
export const typed = (text: string): string | undefined => text.trim() || undefined

/** A figure as it was typed, with a point or a comma: undefined when there is none, NaN when it is none. */
export const figure = (text: string): number | undefined =>
  text.trim() === '' ? undefined : Number(text.trim().replace(',', '.'))

export interface Typed {
  /** Trimmed; '' where there is nothing. */
  readonly text: (name: string) => string
  /** Trimmed; undefined where there is nothing. */
  readonly some: (name: string) => string | undefined
  /** NaN where what is typed is no figure. */
  readonly figure: (name: string) => number | undefined
  readonly ticked: (name: string) => boolean
  /** Of a choice of yes, no and not known. */
  readonly yesNo: (name: string) => boolean | undefined
}

export const typedIn = (form: HTMLFormElement): Typed => {
  const said = new FormData(form)
  return typedFrom((name) => said.get(name))
}

/** The same of anything that holds what is typed by name. */
export function typedFrom(held: (name: string) => FormDataEntryValue | null): Typed {
  const text = (name: string) => String(held(name) ?? '').trim()
  return {
    text,
    some: (name) => typed(text(name)),
    figure: (name) => figure(text(name)),
    ticked: (name) => held(name) === 'on',
    yesNo: (name) => (text(name) === '' ? undefined : text(name) === 'yes'),
  }
}
