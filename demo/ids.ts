/** Identities that the stories share. */
import { numberedId } from '#core/testing/script.ts'
import type { GearId, MachineId, MethodId } from '#core/ids.ts'

const machineId = (n: number) => numberedId<MachineId>(n, 41)
export const machines = {
  terminalA: machineId(1),
  terminalB: machineId(2),
  calculatorA: machineId(3),
  calculatorB: machineId(4),
  till: machineId(5),
  tape: machineId(6),
  printer: machineId(7),
  ticket: machineId(8),
  scale: machineId(9),
  writer: machineId(10),
  bell: machineId(11),
  label: machineId(12),
  lot: Array.from({ length: 14 }, (_, i) => machineId(101 + i)),
} as const
export const gear = {
  tapeT1: numberedId<GearId>(1, 71),
  tapeT2: numberedId<GearId>(2, 71),
  lineBox: numberedId<GearId>(3, 71),
  disk: numberedId<GearId>(4, 71),
} as const

const methodId = (n: number) => numberedId<MethodId>(n, 81)
export const recipes = {
  keycapSoak: methodId(1),
  contactPen: methodId(2),
  leak: methodId(3),
  mask: methodId(4),
} as const
