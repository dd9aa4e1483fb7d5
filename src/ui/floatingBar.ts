/** A bar that floats at the bottom of the screen; on a phone it is the bottom of the screen, and lies on nothing. */
export const floatingBar =
  'rounded-lg border border-edge bg-panel shadow-xl max-sm:inset-x-0 max-sm:bottom-0 max-sm:max-w-none max-sm:rounded-none max-sm:border-x-0 max-sm:border-b-0 max-sm:shadow-none print:hidden'
