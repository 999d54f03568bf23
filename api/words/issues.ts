/** What a schema refuses, said at the field that it stands in. */
import type { z } from 'zod'

export function issueWords(issue: z.core.$ZodIssue): string {
  if (issue.code === 'invalid_type' && issue.expected === 'number') return 'Write it as a number.'
  if (issue.code === 'invalid_type' && issue.expected === 'int') return 'Write it as a whole number.'
  if (issue.code === 'invalid_type' && issue.expected === 'string') return 'Write something.'
  if (issue.code === 'too_small' || issue.code === 'too_big') {
    const least = issue.code === 'too_small'
    const bound = least ? issue.minimum : issue.maximum
    const much = `${least ? 'At least' : 'At most'} ${bound}`
    if (issue.origin === 'string') return least && bound === 1 ? 'Write something.' : `${much} characters.`
    if (issue.origin === 'array') return least && bound === 1 ? 'Name one at least.' : `${much} of them.`
    return least && !issue.inclusive ? `More than ${bound}.` : `${much}.`
  }
  if (issue.code === 'invalid_value') return 'Choose one of those offered.'
  return issue.message
}
