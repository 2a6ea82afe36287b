/**
 * Words as they are searched: small letters without accents, one space between words.
 * @example searchKeyOf('Åsa  Rööd') // 'asa rood'
 */
export function searchKeyOf(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().replace(/\s+/g, ' ').trim()
}
