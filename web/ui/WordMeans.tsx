import { told } from './told.tsx'

/** A word of the house and what it stands for: “bonnet” means cover, “spritz” means to clean. */
export function WordMeans({ as, word, means }: { as: string; word: string; means: string }) {
  const slots = { word: <strong>{word}</strong>, means: <strong>{means}</strong> }
  return as === 'verb' ? told('“{word}” means to {means}', slots) : told('“{word}” means {means}', slots)
}
