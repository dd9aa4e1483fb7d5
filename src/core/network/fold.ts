/** A title or a name as it is searched and sorted by: without case or accents. */
export function fold(text: string): string {
  return text.normalize('NFKD').replace(/\p{M}/gu, '').toLocaleLowerCase('en')
}
