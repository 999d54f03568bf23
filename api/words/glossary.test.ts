/** Words that the glossary retired are said nowhere: in no label, sentence or button, on no screen and no paper. */
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import ts from 'typescript'
import { describe, expect, it } from 'vitest'

const root = path.resolve(import.meta.dirname, '../..')
const glossary = readFileSync(path.join(root, 'docs/glossary.md'), 'utf8')
/** What stands in bold in the last column of the table, and among the pronouns. */
const retired = [
  ...new Set(
    glossary
      .split('\n')
      .flatMap((line) =>
        line.startsWith('| ')
          ? [...(line.split('|').at(-2) ?? '').matchAll(/\*\*(.+?)\*\*/g)]
          : line.includes('Never a pronoun')
            ? [...line.slice(line.indexOf('Never a pronoun')).matchAll(/\*\*(.+?)\*\*/g)]
            : [],
      )
      .map(([, word = '']) => word),
  ),
]

const files = (folder: string): string[] =>
  readdirSync(path.join(root, folder), { withFileTypes: true, recursive: true })
    .filter((f) => f.isFile() && /\.tsx?$/.test(f.name) && !/\.test\.tsx?$/.test(f.name))
    .map((f) => path.join(f.parentPath, f.name))

/** Stored values, which have labels of their own. */
const stored = new Set(['not met', 'jots sorted'])

/** Texts of a file as a person may read them: strings, templates and the words between tags. No keys, classes or imports. */
function textsOf(file: string): readonly string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  const texts: string[] = []
  const visit = (node: ts.Node) => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node) || ts.isJsxText(node)) {
      const { parent } = node
      const key =
        ts.isCaseClause(parent) ||
        ts.isBinaryExpression(parent) ||
        ts.isLiteralTypeNode(parent) ||
        (ts.isPropertyAssignment(parent) && parent.name === node) ||
        (ts.isPropertyAssignment(parent) &&
          ['is', 'kind', 'do', 'does', 'what'].includes(parent.name.getText()))
      if (!key && !stored.has(node.text)) texts.push(node.text.replace(/\s+/g, ' ').replace(/\{\w+\}/g, '…'))
    }
    if (ts.isTemplateExpression(node))
      texts.push([node.head.text, ...node.templateSpans.map((s) => s.literal.text)].join('…'))
    ts.forEachChild(node, visit)
  }
  visit(source)
  return texts
}
const sources = ['api/words', 'web'].flatMap(files)
const said = sources.map((file) => ({ file: path.relative(root, file), texts: textsOf(file) }))

describe('words that the glossary retired', () => {
  it('are a list that can be read', () => {
    expect(retired.length).toBeGreaterThan(40)
    expect(retired).toContain('Put away')
    expect(said.length).toBeGreaterThan(100)
  })
  it.each(retired)('%s', (word) => {
    const whole = new RegExp(`(?<![\\p{L}-])${word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\p{L}-])`, 'u')
    const found = said.flatMap(({ file, texts }) =>
      texts.filter((t) => whole.test(t) && /\s|[.…A-Z]/.test(t)).map((t) => `${file}: ${t.trim()}`),
    )
    expect(found).toEqual([])
  })
})
