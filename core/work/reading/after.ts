/** A result told with the work before it: "prints again after I cleaned the hammer card". The work comes first, whatever is said first. */

export interface WorkAndResult {
  readonly work: string
  readonly result: string
}

const lead = /^(?:after|since|once)\s+/i
const again = /^(?:i|we|having)\s+(?=\w+(?:ed|ing)\b|re\w+)/i

/** Every way in which a line may fall into work and what came of it; the reader takes the first that it understands whole. */
export function workFirst(text: string): readonly WorkAndResult[] {
  const said = text.trim().replace(/[.!]$/, '')
  const behind = /^(?<result>.+?),? (?:after|once|since) (?<work>(?:i|we|having|the|its|\w+ing)\b.+)$/i.exec(
    said,
  )
  const head = lead.exec(said)?.[0]
  const rest = head ? said.slice(head.length) : undefined
  // The longest work first: "cleaning the hammer card | it prints".
  const splits = rest
    ? [...rest.matchAll(/,\s*|\s+(?=(?:it|everything|the|all)\b)/gi)]
        .map((cut) => ({
          work: rest.slice(0, cut.index),
          result: rest.slice(cut.index + cut[0].length),
        }))
        .reverse()
    : []
  return [
    ...(behind?.groups ? [{ work: behind.groups['work'] ?? '', result: behind.groups['result'] ?? '' }] : []),
    ...splits,
  ].flatMap(({ work, result }) =>
    work && result ? [{ work: work.replace(again, '').trim(), result: result.trim() }] : [],
  )
}

/** "receives but does not send": each side is a result of its own, and the second is denied. */
export function contrasted(text: string): readonly [string, string] | undefined {
  const found =
    /^(?<first>.+?),? but (?:it |still )?(?<second>.*\b(?:not|never|no longer|cannot|\w+n['’]t)\b.*)$/i.exec(
      text.trim().replace(/[.!]$/, ''),
    )?.groups
  return found ? [found['first'] ?? '', found['second'] ?? ''] : undefined
}
