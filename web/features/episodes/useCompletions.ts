/**
 * What the word being typed could become, as a combobox: arrow down goes into the list, Enter there takes one, Escape puts the
 * list away. Tab takes the first while the line cannot be read without more; otherwise it goes on to the next field, as everywhere.
 */
import { useCombobox } from 'downshift'
import { useState, type KeyboardEvent } from 'react'

/** How many stand below the line. */
const most = 6

export interface Completing {
  readonly shown: readonly string[]
  /** Whether a key was for the list. */
  readonly takes: (event: KeyboardEvent) => boolean
  readonly combobox: ReturnType<typeof useCombobox<string>>
}

export function useCompletions({
  line,
  completions,
  readable,
  onTake,
}: {
  line: string
  completions: readonly string[]
  /** The line says something as it stands. */
  readable: boolean
  onTake: (line: string) => void
}): Completing {
  const [put, setPut] = useState<string>()
  const shown = line.trim() === '' || put === line ? [] : completions.slice(0, most)
  const combobox = useCombobox<string>({
    items: shown as string[],
    inputValue: line,
    isOpen: shown.length > 0,
    selectedItem: null,
    itemToString: (item) => item ?? '',
    onSelectedItemChange: ({ selectedItem }) => selectedItem && onTake(selectedItem),
    // Nothing is chosen until somebody goes into the list: Enter writes the line.
    defaultHighlightedIndex: -1,
  })
  const { highlightedIndex } = combobox
  const takes = (event: KeyboardEvent): boolean => {
    const first = shown[0]
    if (first === undefined) return false
    if (event.key === 'Tab' && !event.shiftKey && !readable) {
      event.preventDefault()
      onTake(first)
      return true
    }
    if (event.key === 'Escape') {
      setPut(line)
      return true
    }
    return (
      event.key === 'ArrowDown' ||
      (highlightedIndex >= 0 && ['ArrowUp', 'Enter', 'Home', 'End'].includes(event.key))
    )
  }
  return { shown, takes, combobox }
}
