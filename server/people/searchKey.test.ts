import fc from 'fast-check'
import { searchKeyOf } from './searchKey'

test.each([
  ['Åsa  Rööd', 'asa rood'],
  ['  ÉCOLE\tde\nPieds ', 'ecole de pieds'],
  ['Pia Lund-Ashby', 'pia lund-ashby'],
  ['', ''],
])('%j is found as %j', (text, key) => expect(searchKeyOf(text)).toBe(key))

test('a key of a key is itself, and capitals and accents make no difference', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 30 }), (text) => {
      const key = searchKeyOf(text)
      expect(searchKeyOf(key)).toBe(key)
      expect(searchKeyOf(text.normalize('NFC'))).toBe(searchKeyOf(text.normalize('NFD')))
      expect(key).not.toMatch(/^\s|\s$|\s\s/)
    }),
  )
})
