/** The list of sentences for whoever translates: all of them, once, with their files; and their slots are names. */
import { describe, expect, it } from 'vitest'
import { messages, messagesIn } from './messages.ts'

describe('sentences', () => {
  it('are found where they are said, also in JSX, and counts with their forms', () => {
    const text = `
      const a = say('One {n}.', { n })
      const b = <p title={say('Two')}>{count(n, 'box', 'boxes')} {count(m, 'unit')}</p>
      const c = other('Three')`
    expect(messagesIn('a.tsx', text)).toEqual(['One {n}.', 'Two', '{n} box|{n} boxes', '{n} unit|{n} units'])
  })
  it('are also the words that an entry may hold, and what explains a field of a sheet', () => {
    const text = `
      export const ends = ['kept', 'sent home'] as const
      const body = z.object({ way: z.enum(['in', 'out']), at: z.string().describe('When.'), of: other(['no']) })`
    expect(messagesIn('core/a.ts', text)).toEqual(['kept', 'sent home', 'in', 'out', 'When.'])
  })
  it('are also what a form offers', () => {
    const text = `
      const fates = ['lost', 'used up'] as const
      const a = <SelectField options={['wet', 'crushed']} {...form.register('seal', ['no'])} />
      const key = ['session'], at = { queryKey: ['machine', id] as const }`
    expect(messagesIn('web/a.tsx', text)).toEqual(['lost', 'used up', 'wet', 'crushed'])
  })
  const all = messages()
  it('are all listed, each once, with where it stands', () => {
    expect(Object.keys(all).length).toBeGreaterThan(2500)
    expect(all['Record the move']).toContain('web/features/parts/BesideView.tsx')
    expect(all['{n} unit|{n} units']).toBeDefined()
  })
  it('have slots that are named by what fills them', () => {
    const slots = Object.keys(all).flatMap((m) =>
      [...m.matchAll(/\{([^}]*)\}/g)].map(([, name = '']) => name),
    )
    expect(slots.filter((name) => !/^[a-z]\w*$/.test(name) || /^(more|rest|x|y)\d?$/.test(name))).toEqual([])
  })
  it('are whole: none begins or ends where another has to go on, and no slot sticks to what is beside it', () => {
    const fragment = /^[ ,;:.)”]|[ ,;(“]$|\}\{|[.?!;,:]\{|[a-z]\{/
    expect(Object.keys(all).filter((m) => fragment.test(m))).toEqual([])
  })
})
