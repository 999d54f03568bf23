/** A form that makes one body: what the kind's own schema would refuse is said at its field, before anything is sent. */
import {
  useForm,
  type DefaultValues,
  type FieldErrors,
  type FieldValues,
  type Path,
  type Resolver,
} from 'react-hook-form'
import type { z } from 'zod'
import { issueWords } from '#api/words/issues.ts'
import { figure } from './typed.ts'

interface Making<F extends FieldValues> {
  readonly defaults: F
  /** What the form makes of what is typed; it may still be refused. */
  readonly bodyOf: (form: F) => unknown
  readonly schema: z.ZodType
  /** The field in which a part of the body was typed, where it has another name: the first word of the path by itself. */
  readonly fields?: Readonly<Record<string, Path<F>>>
  /** Fields of figures from 0 up that go elsewhere than into the body. */
  readonly figures?: readonly (keyof F & string)[]
}

export function useBodyForm<F extends FieldValues>({
  defaults,
  bodyOf,
  schema,
  fields = {},
  figures = [],
}: Making<F>) {
  const resolver: Resolver<F> = (form) => {
    const read = schema.safeParse(bodyOf(form))
    const refused = (read.error?.issues ?? []).map((issue): [string, Refused] => {
      const at = issue.path.map(String)
      // The nearest name that the form knows, from the whole path up.
      const name = at.map((_, n) => fields[at.slice(0, at.length - n).join('.')]).find(Boolean)
      return [name ?? (at[0] && at[0] in form ? at[0] : 'root'), refusedFor(issueWords(issue))]
    })
    for (const name of figures) {
      const n = figure(form[name]) ?? 0
      if (!Number.isFinite(n) || n < 0) refused.push([name, refusedFor('Write it as a number from 0 up.')])
    }
    return refused.length === 0
      ? { values: form, errors: {} }
      : { values: {}, errors: Object.fromEntries(refused.reverse()) as FieldErrors<F> }
  }
  return useForm<F>({ defaultValues: defaults as DefaultValues<F>, resolver })
}

type Refused = { readonly type: string; readonly message: string }
const refusedFor = (message: string): Refused => ({ type: 'schema', message })
