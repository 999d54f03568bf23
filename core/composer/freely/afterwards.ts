/** The scene as the acts before have left it: "IC4 out and in again" puts back what the same line took out. */
import { samePlace } from '#core/place.ts'
import type { PartContext, SlotContext } from '../context.ts'
import type { ParsedEntry, Scene } from '../types.ts'

export function afterwards(scene: Scene, entries: readonly ParsedEntry[]): Scene {
  const legs = entries.flatMap(({ body }) => (body.kind === 'move' ? body.legs : []))
  const off = entries.flatMap(({ body }) =>
    body.kind === 'connection' && body.way === 'off' ? [body.connector] : [],
  )
  if (legs.length === 0 && off.length === 0) return scene
  const { context } = scene
  let slots: readonly SlotContext[] = context.slots
  let tray: readonly PartContext[] = context.tray
  for (const { part, from, to } of legs) {
    const left = slots.find((s) => samePlace(s.place, from))
    slots = slots.map((s) =>
      samePlace(s.place, from)
        ? { ...s, content: 'empty', part: undefined, partLabel: undefined }
        : samePlace(s.place, to)
          ? { ...s, content: 'part', part }
          : s,
    )
    tray = tray.filter((p) => p.id !== part)
    if (to.in.kind === 'tray')
      tray = [
        ...tray,
        {
          id: part,
          label: left?.partLabel ?? left?.position.accepts ?? 'part',
          place: to,
          placeLabel: 'tray',
          facts: left?.facts ?? { attributes: {}, health: 'unknown' },
          ...(left ? { home: left.place } : {}),
        },
      ]
  }
  return {
    ...scene,
    context: { ...context, slots, tray, connectionsOff: [...context.connectionsOff, ...off] },
  }
}
