/** Findings and evidence in a typed line: "find rust chassis, rear edge damages active 20%", "break warranty seal". */
import { activities, findingKinds, severities } from '#core/history/bodies/condition.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { takeName } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'

/** Takes the first of some words out of a text, wherever it stands. */
function takeWord<T extends string>(
  text: string,
  options: readonly T[],
): { found: T | undefined; rest: string } {
  for (const option of [...options].sort((a, b) => b.length - a.length)) {
    const match = new RegExp(`(^|[\\s,])${option}(?=$|[\\s,])`, 'i').exec(text)
    if (match)
      return {
        found: option,
        rest: `${text.slice(0, match.index)} ${text.slice(match.index + match[0].length)}`.trim(),
      }
  }
  return { found: undefined, rest: text }
}

const form = 'find rust chassis, rear edge damages active 20%'

export function parseFinding(text: string, scene: Scene): Parsed {
  const supposed = takeWord(text, ['supposed'])
  const sort = takeName(supposed.rest.trim(), findingKinds)
  if (!sort) return wrong({ why: 'form', form })
  const zone = takeName(
    sort.rest.replace(/^on\s+/i, ''),
    scene.context.zones.map((z) => z.name),
  )
  if (!zone)
    return wrong({
      why: 'which position',
      word: sort.rest.split(/[\s,]/)[0] ?? '',
      known: scene.context.zones.map((z) => z.name),
    })
  const extent = /(?:about\s*)?(\d{1,3})\s*%/.exec(zone.rest)
  const severity = takeWord(extent ? zone.rest.replace(extent[0], ' ') : zone.rest, severities)
  const activity = takeWord(severity.rest, activities)
  const contained = takeWord(activity.rest, ['contained'])
  const place = contained.rest.replace(/^[\s,]+|[\s,]+$/g, '').replace(/\s+/g, ' ')
  const body: Body = {
    kind: 'finding',
    what: 'noted',
    machine: scene.context.machine,
    zone: zone.name,
    sort: sort.name as (typeof findingKinds)[number],
    severity: severity.found ?? 'disfigures',
    activity: activity.found ?? 'not judged',
    danger: 'none',
    contained: contained.found !== undefined,
    loaded: false,
    hypothesis: supposed.found !== undefined,
    ...(place ? { place: place.slice(0, 80) } : {}),
    ...(extent && Number(extent[1]) <= 100 ? { extentPercent: Number(extent[1]) } : {}),
  }
  return done(
    [body],
    [{ does: 'finds', sort: body.sort, zone: body.zone, severity: body.severity, activity: body.activity }],
  )
}

export function parseEvidence(how: 'broken' | 'removed', text: string, scene: Scene): Parsed {
  const word = text.trim().toLowerCase()
  const left = scene.context.evidence.filter((e) => !e.gone)
  const found = left.find((e) => word !== '' && `${e.sort} ${e.where} ${e.sort}`.toLowerCase().includes(word))
  if (!found)
    return wrong({ why: 'which evidence', word: text.trim(), known: left.map((e) => `${e.sort} ${e.where}`) })
  return done(
    [{ kind: 'evidence', what: 'gone', machine: scene.context.machine, evidence: found.entry, how }],
    [{ does: 'breaks evidence', sort: found.sort, where: found.where, unseen: found.photos.length === 0 }],
  )
}
