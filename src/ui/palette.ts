import { create } from 'zustand'

interface Palette {
  /** What is open over the screen. */
  readonly open: 'palette' | 'help' | 'settings' | null
  /** What stands in the palette’s field. */
  readonly typed: string
  /** Enter was pressed there before there was anything to take. */
  readonly entered: boolean
  /** The name of a command that is done on the screen that comes. */
  readonly errand: string | null
}

/** What opens over every screen. */
export const usePalette = create<Palette>(() => ({ open: null, typed: '', entered: false, errand: null }))

/**
 * Opens the palette.
 *
 * @param typed what was typed already
 */
export function openPalette(typed = ''): void {
  usePalette.setState({ open: 'palette', typed, entered: false })
}
