import { describe, expect, it } from 'vitest'
import { composing } from '#core/testing/composing.ts'
import { choicesOf, verbs } from './choices.ts'

const scene = composing()
const context = scene.context()
const parsed = (line: string) => scene.parse(line)

describe('the second tap', () => {
  it.each(verbs.filter((v) => v !== 'Photo'))('%s offers something', (verb) =>
    expect(choicesOf(verb, context).length).toBeGreaterThan(0),
  )
  it('takes out what is in, and every such line can be read', () => {
    const choices = choicesOf('Take out', context)
    expect(choices.length).toBeGreaterThan(3)
    for (const { line } of choices) expect(parsed(line)).toMatchObject({ ok: true })
  })
  it('puts back what lies in the tray, and nothing else once it is empty', () => {
    expect(choicesOf('Put in', context).some((c) => c.label.includes('back into'))).toBe(false)
    scene.write('out IC31 bag 1')
    const back = choicesOf('Put in', scene.context()).find((c) => c.label.includes('back into IC31'))
    expect(back && scene.parse(back.line)).toMatchObject({ ok: true })
  })
  it('offers each function to be tested', () =>
    expect(
      choicesOf('Test', context)
        .map((c) => c.label)
        .join(' '),
    ).toContain('screen'))
  it('is one tap for a photograph', () => expect(choicesOf('Photo', context)).toEqual([]))
})
