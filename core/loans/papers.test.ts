/** What contradicts a paper, and which papers a loan can have. Loan papers as museums use them: common practice, from memory. */
import { describe, expect, it } from 'vitest'
import { emptyLoan } from '#core/history/loan-state.ts'
import { numberedId } from '#core/testing/script.ts'
import {
  contradictions,
  issuable,
  nextPaperNumber,
  ofMachine,
  paperSubject,
  type PaperSection,
} from './papers.ts'

const section = (title: string, lines: string[], holds: PaperSection['holds'] = 'then'): PaperSection => ({
  title,
  lines,
  holds,
})

describe('what the record says otherwise', () => {
  it('is nothing while both say the same', () => {
    const page = [section('State', ['Working.']), section('Terms', ['Due: 30 June'], 'still')]
    expect(contradictions(page, page, page)).toEqual([])
  })
  it('is what was corrected about that day, and not what happened later', () => {
    const issued = [section('State', ['Working.'])]
    expect(contradictions(issued, issued, [section('State', ['Not working.'])])).toEqual([])
    expect(contradictions(issued, [section('State', ['Not known.'])], issued)).toEqual([
      { title: 'State', paper: ['Working.'], record: ['Not known.'] },
    ])
  })
  it('is what changed since in a section that is to hold while the paper is used', () => {
    const issued = [section('Terms', ['Due: 30 June', 'Place: the hall'], 'still')]
    const now = [section('Terms', ['Due: 31 August', 'Place: the hall'], 'still')]
    expect(contradictions(issued, issued, now)).toEqual([
      { title: 'Terms', paper: ['Due: 30 June'], record: ['Due: 31 August'] },
    ])
  })
  it('is a danger that the paper does not know, where the section was not on it at all', () => {
    const danger = [section('What must not be done', ['Do not power: smoke'], 'still')]
    expect(contradictions([], [], danger)).toEqual([
      { title: 'What must not be done', paper: [], record: ['Do not power: smoke'] },
    ])
    expect(contradictions([], danger, [])).toEqual([])
  })
})

describe('papers of a loan', () => {
  const empty = emptyLoan(numberedId(1, 6))
  it('cannot be issued before there is anything to set down', () => {
    expect(issuable(empty)).toEqual([])
    expect(nextPaperNumber(empty)).toBe(1)
  })
  it('are one for each machine where they are about one', () => {
    expect(ofMachine('handover sheet')).toBe(true)
    expect(ofMachine('agreement')).toBe(false)
    expect(paperSubject(empty, 'receipt')).toBeUndefined()
  })
})
