/** What a path of an error of a sheet speaks of. */
import { say } from '#api/words/say.ts'
import type { TypeSheet } from '#core/type/sheet.ts'

const listTitles: Readonly<Record<string, readonly [title: string, name: string]>> = {
  functions: [say('Function'), 'name'],
  positions: [say('Position'), 'designator'],
  points: [say('Test point'), 'name'],
  zones: [say('Zone'), 'name'],
  hazards: [say('Hazard'), 'kind'],
  wayIn: [say('Step of the way in'), 'what'],
  weakParts: [say('Weak part'), ''],
  refit: [say('Order of refitting'), ''],
}
const fieldTitles: Readonly<Record<string, string>> = {
  dependsOn: say('depends on'),
  lookAlikes: say('looks like'),
  notExercised: say('not exercised'),
  ratingVolts: say('least volts'),
  tolerancePercent: say('tolerance'),
  designator: say('designator'),
  accepts: say('takes'),
}

/** What a path of an error speaks of: "entries.0.body.sheet.functions.2.dependsOn" → "Function 3 (tape), depends on". */
export function fieldWords(path: string, sheet: TypeSheet): string {
  const [list = '', index, ...rest] = path.replace(/^.*?(?:^|\.)sheet\./, '').split('.')
  const known = listTitles[list]
  if (!known || index === undefined || !/^\d+$/.test(index)) return fieldTitles[list] ?? list
  const row = (sheet[list as 'functions'] as readonly unknown[])[Number(index)]
  const name = known[1] && typeof row === 'object' ? (row as Record<string, unknown>)[known[1]] : undefined
  const field = rest.find((r) => !/^\d+$/.test(r))
  return `${known[0]} ${Number(index) + 1}${typeof name === 'string' && name ? ` (${name})` : ''}${field ? `, ${fieldTitles[field] ?? field}` : ''}`
}
