export class Refused extends Error {}
export function backup(what: { url: string; dataDir: string; file: string }): void
export function restore(what: {
  url: string
  dataDir: string
  file: string
  over?: boolean
}): Promise<{ photographs: number; missing: number }>
