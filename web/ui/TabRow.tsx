/** A row of words that switch what stands below: one of them is open, arrow keys go along it. */
import { Tabs } from 'radix-ui'
import type { ReactNode } from 'react'

export interface TabWord {
  readonly key: string
  readonly name: string
  /** What is known of it in a word or a number, quieter than its name. */
  readonly fact?: string | number
}

export function TabRow({
  label,
  tabs,
  value,
  onChange,
  beside,
  children,
}: {
  label: string
  tabs: readonly TabWord[]
  value: string
  onChange: (key: string) => void
  /** What stands at the end of the row and belongs to no word of it. */
  beside?: ReactNode
  children: ReactNode
}) {
  // A key may hold spaces; what ids are made of may not.
  const nameOf = (key: string) => `word-${tabs.findIndex((t) => t.key === key)}`
  const keyOf = (name: string) => tabs[Number(name.slice('word-'.length))]?.key ?? value
  return (
    <Tabs.Root value={nameOf(value)} onValueChange={(name) => onChange(keyOf(name))} className="space-y-3">
      <div className="border-hair flex flex-wrap items-end gap-x-6 border-b">
        <Tabs.List aria-label={label} className="noprint flex flex-wrap gap-x-4">
          {tabs.map(({ key, name, fact }) => (
            <Tabs.Trigger
              key={key}
              value={nameOf(key)}
              className="group data-[state=active]:border-verdigris hover:border-line border-b-[3px] border-transparent pb-1.5 data-[state=active]:font-bold"
            >
              {name}
              {fact !== undefined && fact !== '' && (
                <span className="text-quiet group-data-[state=active]:text-ink"> {fact}</span>
              )}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {beside}
      </div>
      <Tabs.Content value={nameOf(value)} className="outline-offset-4">
        {children}
      </Tabs.Content>
    </Tabs.Root>
  )
}
