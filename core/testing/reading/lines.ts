import { otherLines } from './lines-others.ts'
import { printerLines } from './lines-printer.ts'
import { terminalLines } from './lines-terminal.ts'
import type { SaidLine } from './said-line.ts'

/** Lines as somebody may type them, by the machine of `scenes`; an empty reading is a line of which nothing may be made. */
export const saidLines: Readonly<Record<string, readonly SaidLine[]>> = {
  ...terminalLines,
  ...otherLines,
  ...printerLines,
}
