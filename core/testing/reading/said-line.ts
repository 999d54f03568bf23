/** A line, and the acts that stand in it: parted by ";", a slot holds what stands behind "=". */
export type SaidLine = readonly [line: string, acts: string]
