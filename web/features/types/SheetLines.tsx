/** What a type sheet says in lines of text: what goes back before what, and what is known to fail. */
import type { Part } from './SheetTable.tsx'

export function Refit({ register, mayEdit }: Omit<Part, 'control'>) {
  return (
    <section>
      <h2 className="headrule">Going back together</h2>
      <p className="text-quiet text-13 py-1">
        One a line: “stabiliser before keyboard: its hooks are reached from below”. Without a line, what came
        off last goes back first.
      </p>
      <textarea
        aria-label="What goes back before what, one a line"
        rows={3}
        readOnly={!mayEdit}
        className="field"
        {...register('refit')}
      />
    </section>
  )
}

export function WeakParts({ register, mayEdit }: Omit<Part, 'control'>) {
  return (
    <section>
      <h2 className="headrule">Known weak parts</h2>
      <p className="text-quiet text-13 py-1">
        One a line. Before the first power of an episode the check asks whether they were dealt with.
      </p>
      <textarea
        aria-label="Known weak parts, one a line"
        rows={3}
        readOnly={!mayEdit}
        className="field"
        {...register('weakParts')}
      />
    </section>
  )
}
