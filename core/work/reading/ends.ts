/** The end of a sitting and of a job. */
import type { Act } from './acts.ts'
import { type Line, named, words } from './line.ts'
import { type Sentence, whole } from './sentence.ts'
import { stopCue } from './voice.ts'

const closeCue =
  /\b(?:close (?:the |this )?(?:job|record|episode|case|file|entry|it|sheet|log|book|work)|(?:job|episode|work|repair|restoration|record|case|file) (?:is )?(?:done|closed|finished|complete|completed|over)|can (?:be )?close(?:d)?|you can close|may be closed|close(?:s|d)? (?:it )?off|all (?:done|finished) (?:here|with|on)|ready to (?:go back|close)|closing (?:the|this) (?:job|record|episode|case|file)|sign(?:ed)? off|that completes|nothing left to do|nothing more to do|mark (?:it |this )?(?:as )?(?:done|finished|complete)|finished with (?:the|this)|the end of this job|completed the job|case closed)\b|^close\b[. !]*$|\bclose[. !]*$/

const nextOf = (line: Line, from: number, to: number): string | undefined => {
  const text = whole(line, from, to)
  if (!text) return undefined
  const cut = text.replace(
    /^.*?\b(?:next(?: (?:job|time|up|step|session|evening|week))?(?: is)?|first thing(?: next time| tomorrow)?|continue(?: \w+)? with|carry on(?: \w+)? with|then|tomorrow|comes next)\b[:, -]*/i,
    '',
  )
  return (cut || text).trim()
}

/** The end of a sitting; what comes next may stand in the same sentence or the one after. */
export function stopped(
  line: Line,
  sentences: readonly Sentence[],
  at: number,
): { acts: readonly Act[]; took: number } | undefined {
  const s = sentences[at]
  if (!s) return undefined
  const said = words(line, s.from, s.to)
  if (
    closeCue.test(said) &&
    !/\b(?:for (?:today|tonight|now)|tomorrow|next time)\b/.test(said) &&
    !/\b(?:lid|cover|case|back|panel|door|hood) (?:is )?close/.test(said)
  )
    return { acts: [{ do: 'close' }], took: sentences.length - at }
  const cue = stopCue.exec(said)
  if (!cue) return undefined
  if (
    /\b(?:stops?|stopped) (?:for|now)\b/.test(cue[0]) &&
    named(line, s.from, s.to, 'function').some((m) => m.by !== 'noun') &&
    !/^stop/.test(said)
  )
    return undefined
  const after = line.tokens.findIndex(
    (t, i) => i >= s.from && i < s.to && words(line, s.from, i + 1).length >= cue.index + cue[0].length,
  )
  let from = after + 1
  while (from < s.to && /^[,.:;-]$|^(?:and|then|today|tonight|now)$/.test(line.tokens[from]?.word ?? ''))
    from++
  const last = sentences.at(-1)
  const to = last?.to ?? s.to
  const lead = cue.index > 3 && from >= to ? undefined : nextOf(line, from, to)
  return { acts: [{ do: 'stop', ...(lead ? { next: lead } : {}) }], took: sentences.length - at }
}
