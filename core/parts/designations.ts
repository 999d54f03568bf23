/** Designations of integrated circuits: family, function, speed grade; which family may stand in for which. Common practice. */

export interface Designation {
  /** "74LS", "4164", "27C256" without its speed: what must agree but for the family. */
  readonly device: string
  /** LS, HCT, … of a 74 logic part; C of a CMOS memory; empty for none. */
  readonly family: string
  /** Access time as printed after a dash, ns: 15 means 150 on dynamic memories of that time. */
  readonly nanoseconds?: number | undefined
}

/** Reads "74LS374N", "SN74HCT244", "4164-15", "27C256-200". Undefined for text that is no such designation. */
export function readDesignation(text: string): Designation | undefined {
  const logic = /\b(?:[A-Z]{1,3})?(54|74)([A-Z]{0,4})(\d{2,5})([A-Z]{0,3})?\b/.exec(text.toUpperCase())
  if (logic) return { device: `74${logic[3] ?? ''}`, family: logic[2] ?? '' }
  const memory =
    /\b(?:[A-Z]{1,3})?((?:2[27]|41|44|51|61|62)\d{0,1})(C?)(\d{2,4})[A-Z]?(?:-(\d{1,3}))?\b/.exec(
      text.toUpperCase(),
    )
  if (!memory) return undefined
  const grade = memory[4] === undefined ? undefined : Number(memory[4])
  // Two digits or one count tens on memories of that time: -15 is 150 ns; three digits are nanoseconds.
  const nanoseconds = grade === undefined ? undefined : memory[4]?.length === 3 ? grade : grade * 10
  return { device: `${memory[1] ?? ''}${memory[3] ?? ''}`, family: memory[2] ?? '', nanoseconds }
}

export type StandIn = 'same' | 'stands in' | 'look at levels' | 'does not stand in'

/**
 * Families that take each other's place in a TTL circuit: LS, S, F, ALS, AS and plain TTL among themselves with a look at speed
 * and drive; HCT and ACT for any of them; HC and AC only where what drives them reaches 3.5 V.
 */
export function standsIn(wanted: string, offered: string): StandIn {
  if (wanted === offered) return 'same'
  const bipolar = new Set(['', 'LS', 'S', 'F', 'ALS', 'AS', 'L', 'H'])
  if (bipolar.has(wanted) && ['HCT', 'ACT', 'AHCT'].includes(offered)) return 'stands in'
  if (bipolar.has(wanted) && bipolar.has(offered)) return 'stands in'
  if (bipolar.has(wanted) && ['HC', 'AC', 'C'].includes(offered)) return 'look at levels'
  if (['HCT', 'ACT'].includes(wanted) && ['HCT', 'ACT', 'AHCT'].includes(offered)) return 'stands in'
  if (['HC', 'AC'].includes(wanted) && ['HC', 'AC', 'HCT', 'ACT'].includes(offered)) return 'stands in'
  return 'does not stand in'
}

export interface KindMatch {
  readonly is: StandIn
  /** The offered part is slower than what is asked for. */
  readonly slower: boolean
}

/** How one kind stands in for another: by its designation, else only by its very name. */
export function kindMatch(wanted: string, offered: string): KindMatch {
  const [a, b] = [readDesignation(wanted), readDesignation(offered)]
  if (!a || !b)
    return {
      is: wanted.trim().toLowerCase() === offered.trim().toLowerCase() ? 'same' : 'does not stand in',
      slower: false,
    }
  const slower = a.nanoseconds !== undefined && b.nanoseconds !== undefined && b.nanoseconds > a.nanoseconds
  if (a.device !== b.device) return { is: 'does not stand in', slower }
  // CMOS memories take the place of their NMOS elders, and draw less.
  const memory = !a.device.startsWith('74')
  return {
    is: memory ? (a.family === b.family ? 'same' : 'stands in') : standsIn(a.family, b.family),
    slower,
  }
}
