export const root: string
export const chromiumPath: string
export function ensurePackages(): void
export function ensurePostgres(): string
export function ensureChromium(): void
export function ensureBuild(): void
export function freePort(): Promise<number>
export function startCluster(
  dataDir: string,
  name?: string,
  options?: { durable?: boolean; port?: number },
): Promise<{ url: string; started: boolean; folder: string; stop: () => Promise<void> }>
export function ensureDatabase(
  clusterUrl: string,
  name: string,
  options?: { fresh?: boolean },
): Promise<string>
export function runStep(command: string, args: string[], env?: Record<string, string>): Promise<number>
