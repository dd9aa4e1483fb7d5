/**
 * How tables are written for spreadsheets: what one of them would run as a formula is marked as text. A number stays one, with
 * its sign and its unit.
 */
export const csvSafe = {
  escapeFormulae: /^[=@\t\r]|^[+-](?![\d.,]+(e[+-]?\d+)?\s*[\p{L}%]{0,4}$)/u,
}
