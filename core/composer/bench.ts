/** What happens at the bench around the work: screws, connectors, waits, hazards, power, leaving for today. */
import { type Scene, type Parsed, wrong, done } from './types.ts'
import { type Effect } from './effects.ts'
import { reached } from './reach.ts'
import { takeOn } from './work.ts'
import { takeWarrant } from './warrant.ts'
import { takeName, takeDuration } from './read.ts'
import { msToInstant, instantToMs } from '#core/quantity/time.ts'

/** A connector of which nobody has said what it belongs to may matter to anything. */
function connectorReach({ context }: Scene, connector: string, on: string | undefined): Effect[] {
  const known = on !== undefined || context.slots.some((s) => s.position.designator === connector)
  const functions = known ? reached(context, connector, on) : context.functions.map((f) => f.name)
  return functions.length > 0 ? [{ does: 'asks for retest', functions }] : []
}

export function parseConnection(way: 'off' | 'on', text: string, scene: Scene): Parsed {
  const { text: said, on } = takeOn(text.trim(), scene)
  const connector = way === 'on' ? (takeName(said, scene.context.connectionsOff)?.name ?? said) : said
  if (!connector) return wrong({ why: 'form', form: way === 'off' ? 'unplug J3' : 'plug J3' })
  return done(
    [{ kind: 'connection', machine: scene.context.machine, connector, way, ...(on ? { on } : {}) }],
    [{ does: 'connects', connector, way }, ...connectorReach(scene, connector, on)],
  )
}

/** How long something that rings again and again goes on when nobody says. */
const usualHours = 8

/** "wait case 24h dry", "wait 4h every 15m brush the cream", "wait every 15m look at the tub". */
export function parseWait(text: string, scene: Scene): Parsed {
  const form = 'wait case 24h dry'
  const again = /(?:^|\s)every\s+(\d+)\s*(m|min|h)\b/i.exec(text)
  const everyMinutes = again ? Number(again[1]) * (again[2]?.toLowerCase() === 'h' ? 60 : 1) : undefined
  const left = again ? `${text.slice(0, again.index)} ${text.slice(again.index + again[0].length)}` : text
  const duration =
    takeDuration(left) ??
    (again ? { ms: usualHours * 3_600_000, rest: left.replace(/\s+/g, ' ').trim() } : undefined)
  if (
    !duration ||
    !duration.rest ||
    everyMinutes === 0 ||
    (everyMinutes !== undefined && everyMinutes > 1440)
  )
    return wrong({ why: 'form', form: again ? 'wait 4h every 15m brush the cream' : form })
  const until = msToInstant(instantToMs(scene.now) + duration.ms)
  return done(
    [
      {
        kind: 'wait',
        machine: scene.context.machine,
        what: duration.rest,
        until,
        ...(everyMinutes ? { everyMinutes } : {}),
      },
    ],
    [{ does: 'waits', what: duration.rest, until, everyMinutes }],
  )
}

/** "over 1 dry to the touch": the first of the waits as the left column lists them. */
export function parseOver(text: string, scene: Scene): Parsed {
  const match = /^(\d+)\s*(.*)$/.exec(text.trim())
  const wait = match ? scene.context.waits[Number(match[1]) - 1] : undefined
  if (!wait) return wrong({ why: 'form', form: 'over 1 dry to the touch' })
  return done(
    [
      {
        kind: 'wait',
        machine: scene.context.machine,
        over: wait.entry,
        ...(match?.[2] ? { words: match[2] } : {}),
      },
    ],
    [{ does: 'ends wait', words: wait.what }],
  )
}

export function parseHazard(text: string, scene: Scene): Parsed {
  const cleared = /^(?:clear|cleared|over)\s+(\d+)\s*(.*)$/i.exec(text.trim())
  if (cleared) {
    const hazard = scene.context.hazards[Number(cleared[1]) - 1]
    if (!hazard) return wrong({ why: 'form', form: 'hazard clear 1 dried, measured' })
    return done(
      [
        {
          kind: 'hazard',
          what: 'cleared',
          machine: scene.context.machine,
          hazard: hazard.entry,
          words: cleared[2] || 'cleared',
        },
      ],
      [{ does: 'clears hazard', words: hazard.words }],
    )
  }
  if (!text.trim()) return wrong({ why: 'form', form: 'hazard leak under the supply' })
  return done(
    [{ kind: 'hazard', what: 'noted', machine: scene.context.machine, words: text.trim(), barsPower: true }],
    [{ does: 'bars power', words: text.trim() }],
  )
}

/** "power on", "power on under Rasmus", "power on because nobody else is here". */
export function parsePower(text: string, scene: Scene): Parsed {
  const match = /^(on|off)\b\s*(.*)$/i.exec(text.trim())
  if (!match) return wrong({ why: 'form', form: 'power on' })
  const way = match[1]?.toLowerCase() === 'on' ? 'on' : 'off'
  const { rest, warrant } = takeWarrant(match[2] ?? '', scene)
  return done(
    [
      {
        body: { kind: 'power', machine: scene.context.machine, way, ...(rest ? { words: rest } : {}) },
        ...(warrant ? { warrant } : {}),
      },
    ],
    [{ does: way === 'on' ? 'powers on' : 'powers off', words: rest }],
  )
}

const unpluggedSaid =
  /(?:^|[,;:]?\s*)\b(not unplugged|still plugged in|unplugged|plug out|plugged in)\b[,;:]?\s*/i

/** "stop: unplugged, next try the keyboard". Where things lie is known from the tray; whether it is unplugged only if it is said. */
export function parseStop(text: string, scene: Scene): Parsed {
  const said = unpluggedSaid.exec(text)
  const word = said?.[1]?.toLowerCase()
  const unplugged = word === undefined ? undefined : word === 'unplugged' || word === 'plug out'
  const left = said ? `${text.slice(0, said.index)} ${text.slice(said.index + said[0].length)}` : text
  const next = left
    .replace(/\s+/g, ' ')
    .trim()
    .replace(/^(?:next)\b:?\s*/i, '')
  return done(
    [
      {
        kind: 'episode',
        what: 'paused',
        machine: scene.context.machine,
        episode: scene.context.episode,
        lie: '',
        ...(unplugged === undefined ? {} : { unplugged }),
        next,
      },
    ],
    [{ does: 'stops', words: next, unplugged }],
  )
}
