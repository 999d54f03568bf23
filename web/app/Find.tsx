/** Finding a machine, a part or a tag from anywhere: what is typed is looked for as it is typed; Enter without a choice opens the list. */
import { type UseComboboxGetItemProps, useCombobox } from 'downshift'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState, type Ref } from 'react'
import { useNavigate } from 'react-router'
import type { Role } from '#core/roles.ts'
import { get } from './http.ts'
import { keys } from './keys.ts'

export interface Found {
  readonly to: string
  readonly number: string
  readonly name: string
  readonly kind: 'machine' | 'part'
}

const most = 6
/** How long typing rests before it is looked for, ms. */
const restMs = 150

/** The list that words lead to. */
export const listFor = (words: string): string =>
  /^[pl]-\d+$/i.test(words)
    ? `/parts${/^l/i.test(words) ? '/lots' : ''}?q=${encodeURIComponent(words)}`
    : `/collection?q=${encodeURIComponent(words)}`

async function find(words: string, role: Role): Promise<readonly Found[]> {
  const [machines, parts] = await Promise.all([
    get('/machines', { q: words, limit: most }),
    role === 'guest' ? undefined : get('/parts', { q: words, limit: most }),
  ])
  return [
    ...machines.machines.map((m): Found => ({
      to: `/machines/${m.id}`,
      number: m.plate.number,
      name: m.plate.name,
      kind: 'machine',
    })),
    ...(parts?.parts ?? []).map((p): Found => ({
      to: `/parts/${p.id}`,
      number: p.tag ?? '',
      name: `${p.label}, ${p.place}`,
      kind: 'part',
    })),
  ].slice(0, 2 * most)
}

function useRested(words: string): string {
  const [rested, setRested] = useState(words)
  useEffect(() => {
    const timer = setTimeout(() => setRested(words.trim()), restMs)
    return () => clearTimeout(timer)
  }, [words])
  return rested
}

export default function Find({
  role,
  field,
  start,
}: {
  role: Role
  field: Ref<HTMLInputElement>
  start: string
}) {
  const navigate = useNavigate()
  const [words, setWords] = useState(start)
  const asked = useRested(words)
  const { data } = useQuery({
    queryKey: keys.find(asked),
    queryFn: () => find(asked, role),
    enabled: asked.length > 1,
    staleTime: 10_000,
    retry: false,
  })
  const items = asked.length > 1 && words.trim() !== '' ? (data ?? []) : []
  const go = (to: string) => {
    setWords('')
    void navigate(to)
  }
  const { getInputProps, getMenuProps, getItemProps, highlightedIndex, isOpen } = useCombobox<Found>({
    items: items as Found[],
    inputValue: words,
    selectedItem: null,
    defaultHighlightedIndex: -1,
    // What was typed before this field had come is looked for all the same.
    initialIsOpen: start !== '',
    itemToString: (item) => item?.name ?? '',
    onSelectedItemChange: ({ selectedItem }) => selectedItem && go(selectedItem.to),
  })
  const open = isOpen && items.length > 0
  return (
    <form
      role="search"
      className="relative ml-auto w-60 min-w-24 shrink max-sm:w-auto max-sm:flex-1"
      onSubmit={(event) => {
        event.preventDefault()
        if (words.trim()) go(listFor(words.trim()))
      }}
    >
      <input
        {...getInputProps({
          ref: field,
          'aria-label': say('Find a machine, part, tag'),
          // Enter without a choice is the form's: it opens the whole list.
          onKeyDown: (event: React.KeyboardEvent) => {
            if (event.key === 'Enter' && highlightedIndex < 0)
              Object.assign(event.nativeEvent, { preventDownshiftDefault: true })
          },
          onChange: (event: React.ChangeEvent<HTMLInputElement>) => setWords(event.target.value),
        })}
        // It takes the place of a plain field that has just been gone to.
        autoFocus
        placeholder={say('Find a machine, part, tag  /')}
        className="field gloved h-8"
        autoComplete="off"
      />
      <ul
        {...getMenuProps({ 'aria-label': say('Found') })}
        className={
          open ? 'bg-next border-line absolute right-0 z-30 mt-1 w-96 rounded-sm border py-1' : undefined
        }
      >
        {open &&
          items.map((item, index) => (
            <FoundItem
              key={item.to}
              item={item}
              getItemProps={getItemProps}
              index={index}
              highlightedIndex={highlightedIndex}
            />
          ))}
      </ul>
    </form>
  )
}

/** One of what was found. */
function FoundItem({
  item,
  getItemProps,
  index,
  highlightedIndex,
}: {
  item: Found
  getItemProps: UseComboboxGetItemProps<Found>
  index: number
  highlightedIndex: number
}) {
  return (
    <li
      {...getItemProps({ item, index })}
      className={`grid min-h-9 cursor-pointer grid-cols-[7.5rem_minmax(0,1fr)] items-center gap-2 px-3 ${index === highlightedIndex ? 'bg-ground' : ''}`}
    >
      <span className="num text-13">{item.number}</span>
      <span className="truncate">
        {item.name} {item.kind === 'part' && <span className="text-quiet text-13">{say('part')}</span>}
      </span>
    </li>
  )
}
