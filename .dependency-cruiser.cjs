/** Which wing of the core may use which: one way, as drawn in docs/architecture.md. */
const wings = {
  groundwork: [],
  foot: ['groundwork'],
  plan: ['groundwork'],
  sensing: ['groundwork', 'foot'],
  shoe: ['groundwork', 'foot', 'sensing'],
  figure: ['groundwork', 'foot', 'sensing', 'shoe', 'plan'],
  judgement: ['groundwork', 'foot', 'sensing', 'shoe', 'plan', 'figure', 'followup'],
  followup: ['groundwork'],
  madeUp: ['groundwork', 'foot', 'sensing', 'figure'],
}
const tests = '\\.test\\.tsx?$|/testing/'

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-ring', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'nothing-unresolved',
      severity: 'error',
      comment: 'a module that is not found would slip through every other rule',
      from: {},
      to: {
        couldNotResolve: true,
        pathNot: '\\.css$|^virtual:|^pdfmake/interfaces$|^fhir/r4$|^highs/runtime',
      },
    },
    {
      name: 'core-uses-nothing',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(schema|words|pages|server|web|e2e|bench|demo)/' },
    },
    {
      name: 'schema-uses-core',
      severity: 'error',
      from: { path: '^schema/' },
      to: { path: '^(words|pages|server|web|e2e|bench|demo)/' },
    },
    {
      name: 'words-use-schema',
      severity: 'error',
      comment: 'sentences are made of findings; the pages are made of sentences',
      from: { path: '^words/', pathNot: tests },
      to: { path: '^(pages|server|web|e2e|bench|demo)/' },
    },
    {
      name: 'pages-use-words',
      severity: 'error',
      from: { path: '^pages/' },
      to: { path: '^(server|web|e2e|bench|demo)/' },
    },
    {
      name: 'server-knows-no-page',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(web|e2e|bench)/' },
    },
    {
      name: 'server-knows-no-demo',
      severity: 'error',
      from: { path: '^server/', pathNot: tests },
      to: { path: '^demo/' },
    },
    {
      name: 'page-knows-no-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|e2e|bench|demo)/' },
    },
    {
      name: 'rooms-apart',
      severity: 'error',
      comment: 'one room never imports another: what they share lives in parts/ or mat/',
      from: { path: '^web/src/rooms/([^/]+)/' },
      to: { path: '^web/src/rooms/([^/]+)/', pathNot: '^web/src/rooms/$1/' },
    },
    {
      name: 'product-uses-no-test',
      severity: 'error',
      from: { path: '^(core|schema|words|pages|server|web)/', pathNot: tests },
      to: { path: tests },
    },
    {
      name: 'nothing-concluded-from-made-up-feet',
      severity: 'error',
      comment:
        'the generator serves tests, stand-ins for devices and practice questions; no measure may rest on it',
      from: { path: '^core/(groundwork|foot|plan|sensing|shoe|figure|judgement)/', pathNot: tests },
      to: { path: '^core/madeUp/' },
    },
    ...Object.entries(wings).map(([wing, may]) => ({
      name: `wing-${wing}`,
      severity: 'error',
      from: { path: `^core/${wing}/`, pathNot: tests },
      to: { path: '^core/', pathNot: `^core/(${[wing, ...may].join('|')})/` },
    })),
  ],
  options: {
    // types are arrows too
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '/dist/|node_modules/\\.' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default', 'node'],
      extensions: ['.ts', '.tsx', '.mts', '.js', '.mjs', '.cjs', '.json'],
    },
  },
}
