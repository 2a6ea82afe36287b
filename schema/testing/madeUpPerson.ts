/** A made-up client as a new one is sent. */
export const madeUpNewPerson = {
  id: 'person000001',
  name: 'Ansa Rook',
  pronouns: 'she/her',
  birthYear: 1992,
  work: 'ferry deckhand',
  phone: '',
  email: '',
  lengthUnit: 'mm',
  massUnit: 'kg',
  kit: ['wall', 'step', 'band'],
  consentOn: null,
  consentText: '',
} as const
