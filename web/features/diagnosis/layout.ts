/** Lays out what feeds what in layers, by a library of its own chunk. */
import type { FaultEdge, FaultNode } from '#core/views/fault-shape.ts'

export interface LaidNode extends FaultNode {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  /** Its name, cut where it is long. */
  readonly short: string
}
export interface Laid {
  readonly width: number
  readonly height: number
  readonly nodes: readonly LaidNode[]
  readonly edges: readonly { readonly key: string; readonly path: string; readonly is: FaultNode['is'] }[]
}

const longest = 22
const short = (name: string): string => (name.length > longest ? `${name.slice(0, longest - 1)}…` : name)
const height = 28
const margin = 8

/** Positions in px, the origin at the left upper corner; supply at the left, functions at the right. */
export async function layOut(nodes: readonly FaultNode[], edges: readonly FaultEdge[]): Promise<Laid> {
  const { Graph, layout } = await import('@dagrejs/dagre')
  const graph = new Graph({ directed: true })
  graph.setGraph({ rankdir: 'LR', nodesep: 10, ranksep: 44, marginx: margin, marginy: margin })
  graph.setDefaultEdgeLabel(() => ({}))
  for (const node of nodes)
    graph.setNode(node.id, { width: Math.max(52, short(node.id).length * 7.4 + 18), height })
  for (const { from, to } of edges) graph.setEdge(from, to)
  layout(graph)
  const is = new Map(nodes.map((n) => [n.id, n.is]))
  const size = graph.graph()
  return {
    // Room for the foot behind a function that failed.
    width: Math.ceil(size.width ?? 0) + margin,
    height: Math.ceil(size.height ?? 0),
    nodes: nodes.map((node) => {
      const at = graph.node(node.id) as { x: number; y: number; width: number; height: number }
      return { ...node, x: at.x, y: at.y, width: at.width, height: at.height, short: short(node.id) }
    }),
    edges: edges.map(({ from, to }) => {
      const { points } = graph.edge(from, to) as { points: { x: number; y: number }[] }
      return {
        key: `${from} → ${to}`,
        path: points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join(''),
        is: is.get(to),
      }
    }),
  }
}
