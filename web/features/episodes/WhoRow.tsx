/** Who did it, as a row of initials on a shared tablet; and what stays as last used. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import type { ComposerContext } from '#core/composer/context.ts'
import { keys } from '#web/app/keys.ts'
import { useSource } from '#web/app/source.tsx'
import { useSigned } from '#web/app/session.tsx'

export interface Staff {
  readonly party: string
  readonly initials: string
  readonly name: string
}

/** Everybody who works here, the person signed in first. */
export function useStaff(): readonly Staff[] {
  const { me } = useSigned()
  const { get } = useSource()
  const people = useQuery({ queryKey: keys.people, queryFn: () => get('/people') })
  const others =
    people.data?.people.filter((p) => p.account && p.active && p.role !== 'guest' && p.party !== me.party) ??
    []
  return [{ party: me.party, initials: me.initials, name: me.name }, ...others]
}

/** More than this many would push the line away: the others are chosen from a list. */
const mostShown = 8

export function WhoRow({
  staff,
  who,
  onWho,
  fromMemory,
  onFromMemory,
  context,
}: {
  staff: readonly Staff[]
  who: string
  onWho: (party: string) => void
  fromMemory: boolean
  onFromMemory: (on: boolean) => void
  context: ComposerContext
}) {
  const shown = staff.slice(0, mostShown)
  const rest = staff.slice(mostShown)
  const { kept } = context
  const stays = [
    kept.cup,
    kept.instrument,
    ...kept.gear.map((id) => context.gear.find((g) => g.id === id)?.name),
  ].filter(Boolean)
  return (
    <div className="flex min-h-8 flex-wrap items-center gap-x-3">
      <div role="radiogroup" aria-label={say('Done by')} className="flex">
        {shown.map((p) => (
          <label
            key={p.party}
            title={p.name}
            className="num has-checked:bg-ink has-checked:text-ground has-focus-visible:outline-verdigris flex h-8 min-w-11 cursor-pointer items-center justify-center rounded-sm px-2 has-focus-visible:outline-2 pointer-coarse:h-11"
          >
            <input
              type="radio"
              name="who"
              className="sr-only"
              value={p.party}
              checked={who === p.party}
              onChange={() => onWho(p.party)}
              aria-label={`${p.initials}, ${p.name}`}
            />
            {p.initials}
          </label>
        ))}
      </div>
      {rest.length > 0 && (
        <select
          aria-label={say('Somebody else')}
          className="num text-quiet bg-next h-8 rounded-sm"
          value={rest.some((p) => p.party === who) ? who : ''}
          onChange={(e) => onWho(e.target.value)}
        >
          <option value="">{say('others')}</option>
          {rest.map((p) => (
            <option key={p.party} value={p.party}>
              {p.name}
            </option>
          ))}
        </select>
      )}
      <label className="text-13 text-quiet flex min-h-6 cursor-pointer items-center gap-1.5 pointer-coarse:min-h-11">
        <input type="checkbox" checked={fromMemory} onChange={(e) => onFromMemory(e.target.checked)} />{' '}
        {say('from memory')}
      </label>
      {stays.length > 0 && (
        <span className="text-13 text-quiet min-w-0 truncate">
          {say('as last used: {stays}', { stays: stays.join(', ') })}
        </span>
      )}
    </div>
  )
}
