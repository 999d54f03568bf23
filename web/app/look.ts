/** Light or dark, desk or bench size: remembered by the device. */
export type Theme = 'light' | 'dark'
export type Size = 'desk' | 'bench'

const read = (key: string) => localStorage.getItem(`anamnesis.${key}`)
const dark = window.matchMedia('(prefers-color-scheme: dark)')

export const currentTheme = (): Theme => (read('theme') as Theme | null) ?? (dark.matches ? 'dark' : 'light')
export const currentSize = (): Size => (read('size') === 'bench' ? 'bench' : 'desk')
/** Single-key shortcuts can be turned off (WCAG 2.2, 2.1.4). */
export const keysOn = (): boolean => read('keys') !== 'off'

export function applyLook() {
  document.documentElement.dataset['theme'] = currentTheme()
  document.documentElement.dataset['size'] = currentSize()
  dark.onchange = applyLook
}

/** Whether waits ring with a sound on this device. */
export const soundOn = (): boolean => read('sound') !== 'off'

export function setLook(key: 'theme' | 'size' | 'keys' | 'sound', value: string) {
  localStorage.setItem(`anamnesis.${key}`, value)
  applyLook()
}
