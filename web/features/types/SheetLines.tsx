/** What a type sheet says in lines of text: what goes back before what, and what is known to fail. */
import { say } from '#api/words/say.ts'
import type { Part } from './SheetTable.tsx'

export function Refit({ register, mayEdit }: Omit<Part, 'control'>) {
  return (
    <section>
      <h2 className="headrule">{say('Going back together')}</h2>
      <p className="text-quiet text-13 py-1">
        {say(
          'One a line: “stabiliser before keyboard: its hooks are reached from below”. Without a line, what came off last goes back first.',
        )}
      </p>
      <textarea
        aria-label={say('What goes back before what, one a line')}
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
      <h2 className="headrule">{say('Known weak parts')}</h2>
      <p className="text-quiet text-13 py-1">
        {say('One a line. Before the first power of an episode the check asks whether they were dealt with.')}
      </p>
      <textarea
        aria-label={say('Known weak parts, one a line')}
        rows={3}
        readOnly={!mayEdit}
        className="field"
        {...register('weakParts')}
      />
    </section>
  )
}
