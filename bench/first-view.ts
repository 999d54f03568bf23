/** first-view: JavaScript that sign-in plus Bench load, gzip; and the largest chunk that another view adds. */
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { gzipSync } from 'node:zlib'
import { failures, print } from './measure.ts'

const dist = path.resolve(import.meta.dirname, '../dist/web')
type Manifest = Record<
  string,
  { file: string; isEntry?: boolean; imports?: string[]; dynamicImports?: string[]; src?: string }
>
const manifest = JSON.parse(readFileSync(path.join(dist, '.vite/manifest.json'), 'utf8')) as Manifest
const size = (key: string) => gzipSync(readFileSync(path.join(dist, manifest[key]?.file ?? ''))).length

function closure(key: string, seen = new Set<string>()): Set<string> {
  if (seen.has(key)) return seen
  seen.add(key)
  for (const next of manifest[key]?.imports ?? []) closure(next, seen)
  return seen
}
const entry = Object.keys(manifest).find((key) => manifest[key]?.isEntry)
if (!entry) throw new Error('build the interface first: npm run build')
const first = closure(entry)
const kB = (bytes: number) => bytes / 1000
print({
  name: 'first-view',
  value: kB([...first].reduce((sum, key) => sum + size(key), 0)),
  unit: 'kB gzip of JavaScript',
  limit: 175,
})
// The working screen reads the typed line on the device, schemas and grammar with it; every other view asks the server.
const viewLimit = (view: string) => (view === 'EpisodeView' ? 105 : 60)
for (const key of manifest[entry]?.dynamicImports ?? []) {
  const view = path.basename(manifest[key]?.src ?? key, '.tsx')
  const own = [...closure(key)].filter((k) => !first.has(k))
  print({
    name: 'view-chunk',
    value: kB(own.reduce((sum, k) => sum + size(k), 0)),
    unit: 'kB gzip',
    view,
    limit: viewLimit(view),
  })
}
process.exit(failures())
