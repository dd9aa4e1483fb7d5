import { useSettings } from './settings'

const shown: Readonly<Record<string, string>> = {
  mod: 'Ctrl',
  shift: 'Shift',
  left: '←',
  right: '→',
  home: 'Home',
  end: 'End',
  down: '↓',
  up: '↑',
  esc: 'Esc',
  enter: 'Enter',
  delete: 'Delete',
  comma: ',',
}

/** A key as it is shown to the person: `mod+z` → `Ctrl Z`. */
export function keyText(keys: string): string {
  return keys
    .split(',')
    .map((one) =>
      one
        .split('+')
        .map((key) => shown[key] ?? key.toUpperCase())
        .join(' '),
    )
    .join(' or ')
}

/** The keys of a command without those that write a character. */
export function withoutLetters(keys: string): string {
  return keys
    .split(',')
    .filter((key) => !/^(shift\+)?.?$/.test(key))
    .join(',')
}

/** Tells which keys of a command act: without a place in which they do, single letters only where the person asked for that. */
export function useActingKeys(): (keys: string, within?: string) => string {
  const { letters } = useSettings().settings
  return (keys, within) => (letters || within !== undefined ? keys : withoutLetters(keys))
}
