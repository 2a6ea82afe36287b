const browsers: readonly (readonly [RegExp, string])[] = [
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chrome'],
  [/Safari\//, 'Safari'],
]
const systems: readonly (readonly [RegExp, string])[] = [
  [/iPad/, 'an iPad'],
  [/iPhone/, 'an iPhone'],
  [/Android.*Mobile/, 'an Android phone'],
  [/Android/, 'an Android tablet'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'a Mac'],
  [/CrOS/, 'ChromeOS'],
  [/Linux/, 'Linux'],
]
const named = (list: typeof browsers, agent: string) => list.find(([pattern]) => pattern.test(agent))?.[1]

/** A browser and its system in words somebody recognises; never the whole header, which tells far more. */
export function deviceWords(agent: string | undefined): string {
  const browser = named(browsers, agent ?? '')
  const system = named(systems, agent ?? '')
  if (browser && system) return `${browser} on ${system}`
  return browser ?? system ?? 'another program'
}
