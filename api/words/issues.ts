/** What a schema refuses, said at the field that it stands in. */
import { say } from './say.ts'
import type { z } from 'zod'

export function issueWords(issue: z.core.$ZodIssue): string {
  if (issue.code === 'invalid_type' && issue.expected === 'number') return say('Write it as a number.')
  if (issue.code === 'invalid_type' && issue.expected === 'int') return say('Write it as a whole number.')
  if (issue.code === 'invalid_type' && issue.expected === 'string') return say('Write something.')
  if (issue.code === 'too_small' || issue.code === 'too_big') {
    const least = issue.code === 'too_small'
    const bound = least ? issue.minimum : issue.maximum
    const much = `${least ? say('At least') : say('At most')} ${bound}`
    if (issue.origin === 'string')
      return least && bound === 1 ? say('Write something.') : say('{much} characters.', { much })
    if (issue.origin === 'array')
      return least && bound === 1 ? say('Name one at least.') : say('{much} of them.', { much })
    return least && !issue.inclusive ? say('More than {bound}.', { bound: String(bound) }) : `${much}.`
  }
  if (issue.code === 'invalid_value') return say('Choose one of those offered.')
  return issue.message
}
