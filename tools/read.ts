/**
 * Reads lines with the product's own reader in the scenes of a fixture: `npm run read -- LINES.jsonl`. Each line of the file is
 * `{"id","scene","now","line"}`; each line that is printed `{"id","acts","read"}`.
 */
import { readFileSync } from 'node:fs'
import { z } from 'zod'
import { readingScenes } from '#core/testing/reading/scenes.ts'
import { readLine } from '#core/work/reading/index.ts'

const row = z.object({
  id: z.union([z.number(), z.string()]),
  scene: z.string(),
  now: z.string(),
  line: z.string(),
})

const [file] = process.argv.slice(2)
if (!file) {
  console.error('Which lines? npm run read -- LINES.jsonl')
  process.exit(2)
}
for (const text of readFileSync(file, 'utf8').split('\n').filter(Boolean)) {
  const { id, scene, now, line } = row.parse(JSON.parse(text))
  const fixture = readingScenes[scene]
  if (!fixture) throw new Error(`No scene is called ${scene}`)
  const { acts, read } = readLine(line, { ...fixture, now: now.slice(0, 16) })
  console.log(JSON.stringify({ id, acts, read }))
}
