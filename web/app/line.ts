/** The line that is being typed in an episode: kept by the tab, so that it outlives a reload, and can be given back to its writer. */

export const lineKey = (episode: string) => `anamnesis.line.${episode}`
const given = 'anamnesis-line'

/** Puts a line back into the composer of its episode. False when another line is being typed there. */
export function bringBack(episode: string, line: string): boolean {
  if ((sessionStorage.getItem(lineKey(episode)) ?? '').trim() !== '') return false
  sessionStorage.setItem(lineKey(episode), line)
  window.dispatchEvent(new CustomEvent(given, { detail: { episode, line } }))
  return true
}

/** Hears lines that are given back to an episode; answers a stop. */
export function onBroughtBack(episode: string, take: (line: string) => void): () => void {
  const heard = (event: Event) => {
    const { detail } = event as CustomEvent<{ episode: string; line: string }>
    if (detail.episode === episode) take(detail.line)
  }
  window.addEventListener(given, heard)
  return () => window.removeEventListener(given, heard)
}
