/** Identities that the stories share. */
import { madeId } from './made.ts'
import type { GearId, MachineId, MethodId } from '#core/ids.ts'

export const machines = {
  terminalA: madeId<MachineId>(),
  terminalB: madeId<MachineId>(),
  calculatorA: madeId<MachineId>(),
  calculatorB: madeId<MachineId>(),
  till: madeId<MachineId>(),
  tape: madeId<MachineId>(),
  printer: madeId<MachineId>(),
  ticket: madeId<MachineId>(),
  scale: madeId<MachineId>(),
  writer: madeId<MachineId>(),
  bell: madeId<MachineId>(),
  label: madeId<MachineId>(),
  lot: Array.from({ length: 14 }, () => madeId<MachineId>()),
} as const
export const gear = {
  tapeT1: madeId<GearId>(),
  tapeT2: madeId<GearId>(),
  lineBox: madeId<GearId>(),
  disk: madeId<GearId>(),
} as const

export const recipes = {
  keycapSoak: madeId<MethodId>(),
  contactPen: madeId<MethodId>(),
  leak: madeId<MethodId>(),
  mask: madeId<MethodId>(),
} as const
