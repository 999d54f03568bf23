/** A form that makes one body: what the kind's own schema would refuse is said at its field, before anything is sent. */
import {
  get,
  type FieldErrors,
  type FieldValues,
  type Path,
  type Resolver,
  type UseFormReturn,
} from 'react-hook-form'
import type { z } from 'zod'
import { issueWords } from '#api/words/issues.ts'
import { useKeptForm, type Kept } from '#web/ui/kept.tsx'
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
  /** Better words at a field than those of the schema. */
  readonly says?: Readonly<Partial<Record<(keyof F & string) | 'root', string>>>
  /** What is typed outlives the slip. */
  readonly kept?: Kept | undefined
}

export function useBodyForm<F extends FieldValues>({
  defaults,
  bodyOf,
  schema,
  fields = {},
  figures = [],
  says = {} as NonNullable<Making<F>['says']>,
  kept,
}: Making<F>) {
  const resolver: Resolver<F> = (form) => {
    const read = schema.safeParse(bodyOf(form))
    const refused = (read.error?.issues ?? []).map((issue): [string, Refused] => {
      const at = issue.path.map(String)
      // The nearest name that the form knows, from the whole path up.
      const name = at.map((_, n) => fields[at.slice(0, at.length - n).join('.')]).find(Boolean)
      const field = name ?? (at[0] && at[0] in form ? at[0] : 'root')
      return [field, refusedFor(says[field] ?? issueWords(issue))]
    })
    for (const name of figures) {
      const n = figure(form[name]) ?? 0
      if (!Number.isFinite(n) || n < 0) refused.push([name, refusedFor('Write it as a number from 0 up.')])
    }
    return refused.length === 0
      ? { values: form, errors: {} }
      : { values: {}, errors: Object.fromEntries(refused.reverse()) as FieldErrors<F> }
  }
  return useKeptForm<F>(kept, { defaultValues: defaults, resolver })
}

/** What a field of the form needs: its place in it, and what is wrong with what is typed there. */
export const fieldOf = <F extends FieldValues>({ register, formState }: UseFormReturn<F>, name: Path<F>) => ({
  ...register(name),
  error: (get(formState.errors, name) as { message?: string } | undefined)?.message,
})

type Refused = { readonly type: string; readonly message: string }
const refusedFor = (message: string): Refused => ({ type: 'schema', message })
