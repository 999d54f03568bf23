import { expect, it } from 'vitest'
import { browserWords } from './browsers.ts'

it.each([
  ['Example/5.0 (handheld) Mobile Safe/1', 'a phone or tablet'],
  ['Example/5.0 (desk; x86_64) Engine/1', 'a computer or tablet'],
  ['', 'a browser'],
])('%j is %s', (agent, words) => expect(browserWords(agent)).toBe(words))
