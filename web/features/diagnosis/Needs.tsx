/** Saying what a function needs, and keeping what was learned here on the sheet of the type. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useId, useState } from 'react'
import { list } from '#api/words/lists.ts'
import type { FaultView } from '#core/views/fault-shape.ts'
import { neededIn } from '#core/type/needed.ts'
import type { TypeId } from '#core/ids.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSendOne } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { useSource } from '#web/app/source.tsx'
import { Act, PlainButton, Said } from '#web/ui/Forms.tsx'

export function SayNeeds({ view, fn, main = false }: { view: FaultView; fn: string; main?: boolean }) {
  const { send, error } = useSendOne()
  const [text, setText] = useState('')
  const id = useId()
  const read = neededIn(text, view.names)
  const names = read.names.filter((n) => n !== fn)
  const keep = async () => {
    const sent = await send({
      kind: 'machine',
      what: 'met',
      machine: view.machine,
      functions: [{ name: fn, essential: false, dependsOn: names, needs: [] }],
      positions: [...read.learned],
    })
    if (sent) setText('')
  }
  return (
    <form
      className={`flex flex-wrap items-end gap-3 ${main ? 'bg-sheet rounded-sm px-4 py-3' : ''}`}
      onSubmit={(event) => {
        event.preventDefault()
        if (names.length > 0 && read.unknown.length === 0) void keep()
      }}
    >
      <div className="min-w-64 flex-1">
        <label htmlFor={id} className="text-13 text-quiet mb-1 block">
          {main
            ? say('One line would help most: what does {fn} need?', { fn })
            : say('What else does {fn} need?', { fn })}
        </label>
        <input
          id={id}
          className="field"
          placeholder={say('12V, dot clock, IC4')}
          maxLength={400}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <p className="text-13 text-quiet mt-1" role="status">
          {read.unknown.length > 0
            ? say('Not known here: {unknown}. Name parts, rails, points or functions.', {
                unknown: list(read.unknown),
              })
            : names.length > 0
              ? read.learned.length > 0
                ? say('{fn} needs {names}; new: {learned}', {
                    fn,
                    names: list(names, 8),
                    learned: list(read.learned.map((p) => p.designator)),
                  })
                : say('{fn} needs {names}', { fn, names: list(names, 8) })
              : say('Parts, rails, test points or other functions, with commas between them.')}
        </p>
      </div>
      <PlainButton type="submit" disabled={names.length === 0 || read.unknown.length > 0} className="mb-6">
        {say('Say what it needs')}
      </PlainButton>
      <Said error={error} />
    </form>
  )
}

export function Learned({ view }: { view: FaultView }) {
  const { me } = useSigned()
  const { practice } = useSource()
  const { send, error } = useSendOne()
  const may = me.role === 'restorer' || me.role === 'steward'
  const type = useQuery({
    queryKey: keys.type(view.type ?? ''),
    queryFn: () => get('/types/:id', { id: view.type ?? '' }),
    enabled: !practice && may && view.type !== undefined && view.learned.length > 0,
  })
  if (view.learned.length === 0 || view.type === undefined)
    return view.type === undefined ? (
      <p className="text-quiet">
        {say('Its type is not known yet: what is said here stands for this machine alone.')}
      </p>
    ) : null
  const sheet = type.data?.sheet
  const keep = () => {
    if (!sheet) return
    const known = new Set([...sheet.functions, ...sheet.points].map((f) => f.name))
    const withMore = (f: { name: string; dependsOn?: string[] | undefined }): { dependsOn?: string[] } => {
      const more = view.learned.find((l) => l.fn === f.name)?.needs ?? []
      return more.length > 0 ? { dependsOn: [...new Set([...(f.dependsOn ?? []), ...more])] } : {}
    }
    void send({
      kind: 'type',
      type: view.type as TypeId,
      sheet: {
        ...sheet,
        functions: [
          ...sheet.functions.map((f) => ({ ...f, ...withMore(f) })),
          ...view.learned
            .filter((l) => !known.has(l.fn))
            .map((l) => ({ name: l.fn, essential: false, dependsOn: [...l.needs], needs: [] })),
        ],
        positions: [
          ...sheet.positions,
          ...new Map(
            view.learned
              .flatMap((l) => l.positions)
              .map((p) => [p.designator, { ...p, lookAlikes: [...p.lookAlikes] }]),
          ).values(),
        ],
        points: sheet.points.map((p) => ({ ...p, ...withMore(p) })),
      },
      ...(view.open ? { learnedIn: view.open.id } : {}),
    })
  }
  return (
    <div className="space-y-1">
      <p className="text-13 text-quiet">{say('Said of this machine, not on the sheet of its type:')}</p>
      <ul>
        {view.learned.map((l) => (
          <li key={l.fn}>{say('{fn} needs {needs}', { fn: l.fn, needs: list(l.needs, 8) })}</li>
        ))}
      </ul>
      {practice ? null : may ? (
        <Act disabled={!sheet} onClick={keep}>
          {say('Keep it on the sheet')}
        </Act>
      ) : (
        <p className="text-13 text-quiet">{say('A restorer can keep it on the sheet.')}</p>
      )}
      <Said error={error} />
    </div>
  )
}
