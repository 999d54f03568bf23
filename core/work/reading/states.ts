/** Words that look like work and say how something is: "blown", "stuck in drive A", "marked 4700", "the fault moved". */
import type { Line, Said } from './line.ts'

const places =
  /\bto (?:the |our |my |a )?(?:\w+ )?(?:shelf|bench|room|table|store|cellar|attic|rack|cupboard|workshop|hall|corner)\b/

/** `said`: the words of the clause in which the verb stands. */
export function isState(line: Line, { at, verb }: Said, said: string): boolean {
  const word = line.tokens[at]?.word ?? ''
  const before = line.tokens[at - 1]?.word ?? ''
  const after = line.tokens[at + 1]?.word ?? ''
  switch (verb.lemma) {
    case 'stick':
      return (
        word === 'stuck' &&
        /^(?:in|at|on|under|inside|behind|half|fast|again)$/.test(after) &&
        !/^(?:i|we)\b/.test(said)
      )
    // "moved it to shelf 4": nothing was worked on.
    case 'move':
      return /^(?:the )?(?:fault|problem|symptom|error|noise|trouble)\b/.test(said) || places.test(said)
    // "Blown out with air" was work.
    case 'blow':
      return word === 'blown' && !/^(?:out|off|through|clean|dry|away|with)$/.test(after)
    case 'mark':
    case 'label':
    case 'number':
    case 'date':
    case 'stamp':
    case 'print':
      return /^(?:is|are)$/.test(before)
    default:
      return false
  }
}
