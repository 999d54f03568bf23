/**
 * The shapes of all answers as JSON Schema, made from the types of api/endpoints by the compiler itself: what is written once as a
 * type is checked as it is, no key more and none less. For tests.
 */
import path from 'node:path'
import ts from 'typescript'

type Schema = Record<string, unknown>

const root = path.resolve(import.meta.dirname, '../..')

function programOf(file: string): ts.Program {
  const config = ts.getParsedCommandLineOfConfigFile(
    path.join(root, 'tsconfig.json'),
    {},
    {
      ...ts.sys,
      onUnRecoverableConfigFileDiagnostic: (d) => {
        throw new Error(ts.flattenDiagnosticMessageText(d.messageText, '\n'))
      },
    },
  )
  return ts.createProgram([file], config?.options ?? {})
}

/** JSON Schema by path, for one interface of api/endpoints. */
export function answerShapes(name: 'Reads' | 'Writes'): {
  readonly schema: Schema
  readonly paths: readonly string[]
} {
  const file = path.join(root, 'api/endpoints.ts')
  const program = programOf(file)
  const checker = program.getTypeChecker()
  const source = program.getSourceFile(file)
  const module = source && checker.getSymbolAtLocation(source)
  const symbol = module && checker.getExportsOfModule(module).find((s) => s.name === name)
  if (!symbol) throw new Error(`api/endpoints.ts exports no ${name}`)
  const shapes = new Shapes(checker)
  const endpoints = checker.getPropertiesOfType(checker.getDeclaredTypeOfSymbol(symbol))
  const properties = Object.fromEntries(endpoints.map((p) => [p.name, shapes.of(checker.getTypeOfSymbol(p))]))
  return { schema: { $defs: shapes.defs, properties }, paths: endpoints.map((p) => p.name) }
}

/** Turns types into schemas; each object type once, under $defs, since they speak of each other. */
class Shapes {
  readonly defs: Record<string, Schema> = {}
  private readonly names = new Map<ts.Type, string>()

  constructor(private readonly checker: ts.TypeChecker) {}

  of(type: ts.Type): Schema {
    if (type.isUnion()) return this.union(type)
    if (type.flags & (ts.TypeFlags.Any | ts.TypeFlags.Unknown)) return {}
    if (type.isStringLiteral() || type.isNumberLiteral()) return { const: type.value }
    if (type.flags & ts.TypeFlags.BooleanLiteral) return { const: this.checker.typeToString(type) === 'true' }
    if (type.flags & ts.TypeFlags.Null) return { type: 'null' }
    if (type.flags & (ts.TypeFlags.StringLike | ts.TypeFlags.TemplateLiteral)) return { type: 'string' }
    if (type.flags & ts.TypeFlags.NumberLike) return { type: 'number' }
    if (type.flags & ts.TypeFlags.BooleanLike) return { type: 'boolean' }
    // An id is a text with a mark that only the compiler sees.
    if (type.isIntersection() && type.types.some((t) => t.flags & ts.TypeFlags.String))
      return { type: 'string' }
    return this.object(type)
  }

  private union(type: ts.UnionType): Schema {
    const said = type.types.filter((t) => !(t.flags & (ts.TypeFlags.Undefined | ts.TypeFlags.Void)))
    const [only] = said
    if (said.length === 1 && only) return this.of(only)
    return { anyOf: said.map((t) => this.of(t)) }
  }

  private object(type: ts.Type): Schema {
    if (this.checker.isTupleType(type))
      return {
        type: 'array',
        prefixItems: this.checker.getTypeArguments(type as ts.TypeReference).map((t) => this.of(t)),
      }
    const item = this.checker.isArrayType(type)
      ? this.checker.getTypeArguments(type as ts.TypeReference)[0]
      : undefined
    if (item) return { type: 'array', items: this.of(item) }
    const held = this.names.get(type)
    if (held !== undefined) return { $ref: `#/$defs/${held}` }
    const name = `t${this.names.size}`
    this.names.set(type, name)
    this.defs[name] = {}
    Object.assign(this.defs[name], this.fields(type))
    return { $ref: `#/$defs/${name}` }
  }

  private fields(type: ts.Type): Schema {
    const all = this.checker.getPropertiesOfType(type)
    const index = this.checker.getIndexInfosOfType(type)[0]
    const required = all.filter((p) => !this.mayBeAbsent(p)).map((p) => p.name)
    return {
      type: 'object',
      properties: Object.fromEntries(all.map((p) => [p.name, this.of(this.checker.getTypeOfSymbol(p))])),
      ...(required.length > 0 ? { required } : {}),
      additionalProperties: index ? this.of(index.type) : false,
    }
  }

  private mayBeAbsent(property: ts.Symbol): boolean {
    const type = this.checker.getTypeOfSymbol(property)
    return (
      (property.flags & ts.SymbolFlags.Optional) !== 0 ||
      (type.isUnion() ? type.types : [type]).some(
        (t) => (t.flags & (ts.TypeFlags.Undefined | ts.TypeFlags.Any | ts.TypeFlags.Unknown)) !== 0,
      )
    )
  }
}
