/** Something that can be done from anywhere in a project: by its key, by the finder, told in the help. */
export type Action = {
  name: string
  /** As a keyboard listener names it; none for what only the finder does. */
  keys?: string
  run: () => void
}

const SHOWN: Record<string, string> = { mod: 'Ctrl', shift: 'Shift' }

/** How a key is told: `mod+shift+z` is Ctrl Shift Z. */
export const keyWords = (keys: string): string =>
  keys
    .split('+')
    .map((k) => SHOWN[k] ?? (keys.includes('+') ? k.toUpperCase() : k))
    .join(' ')

/** How a key is listened for: a sign lies behind Shift on some keyboards and not on others. */
export const bindings = (keys: string): string[] => (/^[^\p{L}\d]$/u.test(keys) ? [keys, `shift+${keys}`] : [keys])

/** What is found holds every word that was typed, in any order. */
export function holds(text: string, typed: string): boolean {
  const low = text.toLowerCase()
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => low.includes(word))
}
