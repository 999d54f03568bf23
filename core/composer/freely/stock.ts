/** Stock that is used, counted and bought. */
import { type Parsed, type Scene, done } from '../types.ts'
import { type Of, note } from './short.ts'

/** A lot by what it is called: the house is asked once; unknown, the line is kept as a note. */
export function stock(what: string, scene: Scene, make: (lot: string) => Parsed, line: string): Parsed {
  const word = what.trim().toUpperCase()
  const looked = scene.lookUp(word)
  if (looked === undefined) return { ok: false, needs: word }
  return looked.lot?.tag ? make(looked.lot.tag) : note(line, scene)
}

export function counted(act: Of<'count'>, scene: Scene, line: string): Parsed {
  return stock(
    act.what,
    scene,
    (tag) => {
      const lot = scene.lookUp(act.what.trim().toUpperCase())?.lot ?? scene.lookUp(tag)?.lot
      const heap = lot && [...lot.heaps].sort((a, b) => b.n - a.n)[0]
      if (!lot || !heap) return note(line, scene)
      return done(
        [{ kind: 'count', lot: lot.id, place: heap.place, n: act.count }],
        [{ does: 'counts stock', what: lot.label, n: act.count }],
      )
    },
    line,
  )
}

export function bought(act: Of<'buy'>, scene: Scene, line: string): Parsed {
  const n = act.count
  if (n === undefined) return note(line, scene)
  return stock(
    act.what,
    scene,
    () => {
      const lot = scene.lookUp(act.what.trim().toUpperCase())?.lot
      const heap = lot && [...lot.heaps].sort((a, b) => b.n - a.n)[0]
      if (!lot || !heap) return note(line, scene)
      return done(
        [
          {
            kind: 'lot',
            what: 'got',
            lot: lot.id,
            n,
            place: heap.place,
            origin: 'bought',
            ...(act.price === undefined ? {} : { words: `for ${act.price}` }),
          },
        ],
        [{ does: 'buys', what: lot.label, n }],
      )
    },
    line,
  )
}
