/** Screws and whatever else is counted: "off lid 6 M3x10 cup 2", "on lid 6", "missing 2 M3x8 lid", "loosen bracket 2". */
import { evidenceAtRisk } from '#core/provenance/evidence.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { ComposerContext } from './context.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

type Way = BodyOf<'fastening'>['way']

const heads = /^(?:t\d{1,2}|cross|slotted|hex|six-lobe|nut)$/i
const sizes =
  /^(?:m\d+(?:[.,]\d+)?(?:\s?[x×]\s?\d+(?:[.,]\d+)?)?|\d+(?:[.,]\d+)?\s?[x×]\s?\d+(?:[.,]\d+)?)(?:mm)?$/i
const holders = /\s+(?:(?:in|into)\s+)?((?:cup|bag|tin|tray|box|drawer|pot|dish)\s+.+)$/i

interface Counted {
  readonly what: string
  readonly count: number
  readonly size?: string | undefined
  readonly head?: string | undefined
  readonly cup?: string | undefined
}

/**
 * "lid 6 M3x10 cup 2", "6 M3x10 lid", "lid 4", "strap screw 1 cup 2": how many of what; a size, a head and a holder where they
 * are said. A word that is none of these belongs to the name.
 */
export function readCounted(line: string): Counted | undefined {
  let text = line.trim()
  const held = holders.exec(text) ?? /\s+in\s+(\S+)$/i.exec(text)
  if (held) text = text.slice(0, held.index)
  const words = text.split(/\s+/)
  const at = words.findIndex((w) => /^\d{1,4}$/.test(w))
  if (at < 0) return undefined
  const count = Number(words[at])
  let size: string | undefined
  let head: string | undefined
  const name = words.slice(0, at)
  for (const word of words.slice(at + 1).filter((w) => !/^(?:screws?|of|from|x)$/i.test(w)))
    if (size === undefined && sizes.test(word)) size = word.replace('×', 'x').replace(/^m(?=\d)/, 'M')
    else if (head === undefined && heads.test(word))
      head = /^t\d/i.test(word) ? `six-lobe ${word.toUpperCase()}` : word.toLowerCase()
    else name.push(word)
  const what = name.join(' ').replace(/,$/, '')
  if (what === '' && size === undefined) return undefined
  const cup = held?.[1]?.trim()
  return {
    what: what || 'the machine',
    count,
    size,
    head,
    cup: cup && (/^\w+\s/.test(cup) ? cup : `cup ${cup}`),
  }
}

/** The size that goes with a name where the line says none: the way in's, else that of what came off under this name. */
function sizeKnown({ wayIn, fasteners }: ComposerContext, what: string): string | undefined {
  const same = (name: string) => name.toLowerCase() === what.toLowerCase()
  const step = wayIn.find((s) => same(s.what) && s.size)
  if (step?.size) return step.size
  const held = fasteners.filter((f) => f.whats.some(same))
  return held.length === 1 ? held[0]?.size : undefined
}

const unsized = 'screws'
/** Thread and length of "M3x12". */
function threadOf(size: string): { readonly thread: string; readonly mm: number } | undefined {
  const match = /^(M?\d+(?:[.,]\d+)?)[x×](\d+(?:[.,]\d+)?)/i.exec(size)
  return match?.[1] && match[2]
    ? { thread: match[1].toUpperCase(), mm: Number(match[2].replace(',', '.')) }
    : undefined
}

/** Screws that go in longer than any that came out: they may press on what is behind them. */
function longerThanCameOut({ fasteners }: ComposerContext, size: string): string | undefined {
  if (fasteners.some((f) => f.size === size && f.off > f.on)) return undefined
  const here = threadOf(size)
  const off = fasteners.flatMap((f) => (f.off > f.on ? [{ size: f.size, ...threadOf(f.size) }] : []))
  const longest = off
    .filter((f) => f.thread === here?.thread && f.mm !== undefined)
    .sort((a, b) => (b.mm ?? 0) - (a.mm ?? 0))[0]
  return here && longest?.mm !== undefined && here.mm > longest.mm ? longest.size : undefined
}

/** What has to go in before this and is still off. */
export function outOfOrder({ before }: ComposerContext, name: string): Effect[] {
  const first = before.filter((r) => r.then.toLowerCase() === name.toLowerCase())
  return first.map((r) => ({ does: 'comes too early', what: name, first: r.first, why: r.why }))
}

const forms: Readonly<Record<Way, string>> = {
  off: 'off lid 6 M3x10 cup 2',
  on: 'on lid 6 M3x10',
  loosened: 'loosen bracket 2 M3x10',
  tightened: 'tighten bracket 2 M3x10',
  missing: 'missing lid 2 M3x10',
  lost: 'lost lid 1 M3x10',
}

export function parseFastening(way: Way, text: string, scene: Scene): Parsed {
  const { context } = scene
  const counted = readCounted(text)
  if (!counted) return wrong({ why: 'form', form: forms[way] })
  const { what, count, head } = counted
  const size = counted.size ?? sizeKnown(context, what) ?? unsized
  const held = context.fasteners.find((f) => f.size === size)
  const left =
    (held?.off ?? 0) - (held?.on ?? 0) + (way === 'off' ? count : way === 'on' || way === 'lost' ? -count : 0)
  // What comes off goes into the cup that was used last, unless another one is named.
  const cup = counted.cup ?? (way === 'off' ? context.kept.cup : undefined)
  const body: Body = {
    kind: 'fastening',
    machine: context.machine,
    way,
    what,
    count,
    size,
    ...(head ? { head } : {}),
    ...(cup ? { cup } : {}),
  }
  const longer = way === 'on' ? longerThanCameOut(context, size) : undefined
  const opened = way === 'off' ? sealsOver(scene, what) : { entries: [], effects: [] }
  return done(
    [body, ...opened.entries],
    [
      {
        does: 'fastens',
        way,
        count,
        size,
        left,
        cup: counted.cup ? undefined : cup,
        sizeKnown: counted.size === undefined && size !== unsized,
      },
      ...(longer ? [{ does: 'is longer', size, than: longer } as const] : []),
      ...(way === 'on' ? outOfOrder(context, what) : []),
      ...opened.effects,
    ],
  )
}

/** Seals and labels that lie over what comes off: they go with it, and the house's rule is said. */
function sealsOver(
  { context }: Scene,
  what: string,
): { readonly entries: Body[]; readonly effects: Effect[] } {
  const over = context.evidence.filter((e) => !e.gone && e.over?.toLowerCase() === what.trim().toLowerCase())
  const unseen = new Set(evidenceAtRisk(context.evidence, what).map((e) => e.entry))
  return {
    entries: over.map((e): Body => ({
      kind: 'evidence',
      what: 'gone',
      machine: context.machine,
      evidence: e.entry,
      how: 'broken',
      words: `${what} came off`.slice(0, 200),
    })),
    effects: over.flatMap((e): Effect[] => [
      { does: 'breaks evidence', sort: e.sort, where: e.where, unseen: unseen.has(e.entry) },
      ...(context.house.seals === 'never broken'
        ? [{ does: 'leaves house rule', rule: 'labels and seals', option: context.house.seals } as const]
        : []),
    ]),
  }
}
