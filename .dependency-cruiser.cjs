/** The rules of the house: what may import what (docs/architecture.md). */
module.exports = {
  forbidden: [
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'core imports core and pure computing libraries only',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: {
        pathNot: ['^core/', 'node_modules/(zod|uuid|papaparse|@types/papaparse)/'],
        dependencyTypesNot: ['type-only'],
      },
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
    exclude: { path: 'node_modules/(?!zod|uuid|papaparse)' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'node', 'default'],
    },
  },
}
