import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { colourOf } from '../../src/app/theme'

const css = readFileSync(join(__dirname, 'client.css'), 'utf8')
const [light = '', dark = ''] = css.split('@media (prefers-color-scheme: dark)')
const tokensIn = (part: string) =>
  [...part.slice(0, part.indexOf('}')).matchAll(/--(\w+): (#[0-9a-f]{6});/g)].map(
    ([, name = '', value = '']) => [name, value],
  )

// the client's page is a build of its own and cannot share the theme's code; it shares its colours all the same
test.each([
  ['light', light],
  ['dark', dark],
] as const)('the client’s page has the colours of the practice, %s', (scheme, part) => {
  const known = tokensIn(part).filter(([name]) => name !== 'onOxide')
  expect(known.length).toBeGreaterThan(14)
  for (const [name, value] of known)
    expect([name, value]).toEqual([
      name,
      colourOf(scheme, name as Parameters<typeof colourOf>[1]).toLowerCase(),
    ])
})
