import { createTheme, type CSSVariablesResolver, type MantineColorsTuple } from '@mantine/core'

/** The one place for colours; everything else uses the variables made from it. */
const tokens = {
  light: {
    paper: '#F6F4EC',
    sheet: '#FFFFFF',
    panel: '#FBFAF5',
    line: '#D9D4C5',
    ink: '#1F2B2A',
    soft: '#5B6664',
    left: '#8A3B5E',
    right: '#17657A',
    act: '#23524A',
    onAct: '#FFFFFF',
    oxide: '#A23B1E',
    skin: '#FFFDF8',
    print: '#9DB7B3',
    printDeep: '#4D7F7C',
    grid: '#ECE8DB',
    leftPale: '#F3E6EC',
    rightPale: '#E2EEF1',
    oxidePale: '#F7E7E1',
    loadPale: '#DCEAE9',
    loadDeep: '#0B3742',
  },
  dark: {
    paper: '#161D1C',
    sheet: '#1E2726',
    panel: '#1A2221',
    line: '#3A4644',
    ink: '#ECEBE4',
    soft: '#A9B3B0',
    left: '#DE93B4',
    right: '#6FC0D4',
    act: '#8CCBBE',
    onAct: '#10211E',
    oxide: '#F09A7D',
    skin: '#27312F',
    print: '#3F5F5C',
    printDeep: '#7FB0AB',
    grid: '#202A28',
    leftPale: '#37232C',
    rightPale: '#1B3138',
    oxidePale: '#3A241D',
    loadPale: '#28393B',
    loadDeep: '#C4E6E6',
  },
} as const

/** Skin of the drawn feet of Eye practice: light to deep, each with the colour of its lines. */
export const skinTones = [
  { skin: '#E9C3AA', line: '#A97B60' },
  { skin: '#D6A585', line: '#92644A' },
  { skin: '#B98560', line: '#774E34' },
  { skin: '#8C5F45', line: '#573726' },
  { skin: '#644334', line: '#3C261C' },
] as const

/** A token as a plain colour, for drawings on a canvas, where variables do not reach. */
export function colourOf(scheme: 'light' | 'dark', token: keyof typeof tokens.light): string {
  return tokens[scheme][token]
}

const act: MantineColorsTuple = [
  '#eaf3f1',
  '#d5e3e0',
  '#a8c7c1',
  '#79aaa1',
  '#529186',
  '#398175',
  '#2b786c',
  '#23524A',
  '#1d463f',
  '#133832',
]
const oxide: MantineColorsTuple = [
  '#fdeee9',
  '#f6dbd2',
  '#eab5a3',
  '#de8d71',
  '#d46a47',
  '#ce552d',
  '#b8481f',
  '#A23B1E',
  '#8f3318',
  '#7b2910',
]

export const theme = createTheme({
  colors: { act, oxide },
  primaryColor: 'act',
  primaryShade: { light: 7, dark: 6 },
  autoContrast: true,
  defaultRadius: 6,
  fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  headings: { fontFamily: "'Bricolage Grotesque Variable', system-ui, sans-serif", fontWeight: '650' },
  respectReducedMotion: true,
  components: {
    Tooltip: { defaultProps: { multiline: true, maw: 320, openDelay: 350, withArrow: true } },
    Modal: {
      defaultProps: {
        radius: 6,
        closeButtonProps: { 'aria-label': 'Close' },
        transitionProps: { duration: 120 },
      },
    },
  },
})

export const cssVariables: CSSVariablesResolver = () => ({
  variables: {},
  light: {
    ...named(tokens.light),
    '--mantine-color-body': tokens.light.paper,
    '--mantine-color-text': tokens.light.ink,
    '--mantine-color-dimmed': tokens.light.soft,
    '--mantine-color-placeholder': tokens.light.soft,
  },
  dark: {
    ...named(tokens.dark),
    '--mantine-color-body': tokens.dark.paper,
    '--mantine-color-text': tokens.dark.ink,
    '--mantine-color-dimmed': tokens.dark.soft,
    '--mantine-color-placeholder': tokens.dark.soft,
  },
})

function named(of: Record<string, string>): Record<string, string> {
  return Object.fromEntries(Object.entries(of).map(([name, colour]) => [`--${name}`, colour]))
}
