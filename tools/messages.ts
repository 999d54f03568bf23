/** `npm run messages`: every sentence that the interface says, for whoever translates it, with the files that it stands in. JSON. */
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import ts from 'typescript'

const root = path.resolve(import.meta.dirname, '..')
const sources = (folder: string): string[] =>
  readdirSync(path.join(root, folder), { withFileTypes: true, recursive: true })
    .filter((f) => f.isFile() && /\.tsx?$/.test(f.name) && !/\.test\.tsx?$/.test(f.name))
    .map((f) => path.relative(root, path.join(f.parentPath, f.name)))

const literal = (node: ts.Node | undefined): string | undefined =>
  node && ts.isStringLiteralLike(node) ? node.text : undefined

/** What a call says: the sentence of `say`, `told` and `telling`; the forms of `count`, parted by a bar. */
function said(call: ts.CallExpression): string | undefined {
  const name = call.expression.getText()
  if (['say', 'told', 'telling'].includes(name)) return literal(call.arguments[0])
  const one = name === 'count' ? literal(call.arguments[1]) : undefined
  return one === undefined ? undefined : `{n} ${one}|{n} ${literal(call.arguments[2]) ?? `${one}s`}`
}

/** A field of a sheet as its form explains it; the words that an entry may hold or that a form offers, as they are stored. */
function stored(node: ts.Node): string[] {
  if (ts.isCallExpression(node) && node.expression.getText().endsWith('.describe'))
    return [literal(node.arguments[0]) ?? []].flat()
  if (!ts.isArrayLiteralExpression(node)) return []
  const { parent } = node
  const choices =
    (ts.isAsExpression(parent) && ts.isVariableDeclaration(parent.parent)) ||
    parent.getText().startsWith('z.enum') ||
    (ts.isJsxExpression(parent) &&
      ts.isJsxAttribute(parent.parent) &&
      parent.parent.name.getText() === 'options')
  const words = node.elements.map(literal)
  return choices && words.every((w) => w !== undefined) ? words : []
}

/** The sentences of a file, in their order. */
export function messagesIn(file: string, text: string): string[] {
  const found: string[] = []
  const visit = (node: ts.Node) => {
    const message = ts.isCallExpression(node) ? said(node) : undefined
    if (message !== undefined) found.push(message)
    if (/^(core|web)\//.test(file)) found.push(...stored(node))
    if (ts.isNewExpression(node) && node.expression.getText() === 'ProblemError')
      found.push(...[literal(node.arguments?.[1]) ?? []].flat())
    ts.forEachChild(node, visit)
  }
  visit(
    ts.createSourceFile(
      file,
      text,
      ts.ScriptTarget.Latest,
      true,
      file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
    ),
  )
  return found
}

/** All of them, sorted, each with its files. */
export function messages(): Readonly<Record<string, readonly string[]>> {
  const where = new Map<string, Set<string>>()
  for (const file of ['api', 'web', 'server', 'core/history/bodies', 'core/type'].flatMap(sources))
    for (const message of messagesIn(file, readFileSync(path.join(root, file), 'utf8')))
      where.set(message, (where.get(message) ?? new Set()).add(file))
  return Object.fromEntries(
    [...where].sort(([a], [b]) => (a < b ? -1 : 1)).map(([message, files]) => [message, [...files].sort()]),
  )
}

if (process.argv[1] === import.meta.filename) console.log(JSON.stringify(messages(), undefined, 2))
