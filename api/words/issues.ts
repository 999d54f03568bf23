/** What a schema refuses, said at the field that it stands in. */
import type { z } from 'zod'

export function issueWords(issue: z.core.$ZodIssue): string {
  if (issue.code === 'invalid_type' && issue.expected === 'number') return 'Write it as a number.'
  if (issue.code === 'invalid_type' && issue.expected === 'int') return 'Write it as a whole number.'
  if (issue.code === 'too_small' || issue.code === 'too_big') {
    const bound = issue.code === 'too_small' ? issue.minimum : issue.maximum
    const much = issue.code === 'too_small' ? 'At least' : 'At most'
    if (issue.origin === 'string') return bound === 1 ? 'Write something.' : `${much} ${bound} characters.`
    if (issue.origin === 'array') return bound === 1 ? 'Name one at least.' : `${much} ${bound} of them.`
    if (issue.code === 'too_small' && !issue.inclusive) return `More than ${bound}.`
    return `${much} ${bound}.`
  }
  if (issue.code === 'invalid_value') return 'Choose one of those offered.'
  return issue.message
}
