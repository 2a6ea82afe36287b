/** Colours of printed plans: dark enough to stay apart where colour is lost. */
export const inks = {
  ink: '#1F2B2A',
  soft: '#4A5553',
  act: '#23524A',
  oxide: '#A23B1E',
  line: '#B9B3A2',
} as const
