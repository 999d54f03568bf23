/** No sentence of the product says that anything is safe: it says what has and has not been checked. */
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { expect, it } from 'vitest'

const root = path.resolve(import.meta.dirname, '../..')
const sources = ['api', 'web', 'core'].flatMap((folder) =>
  readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\.tsx?$/.test(f))
    .map((f) => path.join(root, folder, f)),
)
/** Texts in quotation marks, in backticks, and between tags; comments are no texts of the product. */
function textsOf(source: string): string[] {
  const code = source.replace(/\/\*[\s\S]*?\*\//g, '').replace(/(^|[^:])\/\/.*$/gm, '$1')
  return [
    ...code.matchAll(/'((?:[^'\\\n]|\\.)*)'|"((?:[^"\\\n]|\\.)*)"|`((?:[^`\\]|\\.)*)`|>([^<>{}]+)</g),
  ].map((m) => m[1] ?? m[2] ?? m[3] ?? m[4] ?? '')
}
const promises = (text: string) =>
  /\b(?:is|are|now|it’s|safe to|safely)\b[^.]*\bsafe|\bsafe(?:ly)?\b/i.test(text) &&
  !/safety class|fail-?safe|safe-?area|safeParse/i.test(text)

it('reads texts and not comments', () => {
  expect(textsOf("const a = 'is safe' // is safe\n/* safe */ const b = `safe ${1}`; <p>safe</p>")).toEqual([
    'is safe',
    'safe ${1}',
    'safe',
  ])
  expect([
    promises('The machine is safe.'),
    promises('It may safely be opened'),
    promises('safety class X'),
  ]).toEqual([true, true, false])
})
it('says nowhere that something is safe', () => {
  expect(sources.length).toBeGreaterThan(200)
  expect(
    sources.flatMap((file) =>
      textsOf(readFileSync(file, 'utf8'))
        .filter(promises)
        .map((text) => `${path.relative(root, file)}: ${text.trim()}`),
    ),
  ).toEqual([])
})
