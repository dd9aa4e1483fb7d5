/** Stands in tests of screens for what draws charts. */
export default function NoChart() {
  return null
}
