/** The arrows between the rooms: core knows nobody, the web and the server never meet, nothing runs in a circle. */
module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-imports-only-itself',
      comment:
        'Calculations are pure: no React, no server, no database, no clock; of libraries only those of matrices, statistics and chance, and schemas where entries are defined.',
      severity: 'error',
      from: {
        path: '^packages/core/src',
        pathNot: '^packages/core/src/((solver|slate|log|values)/|[^/]+/entries\\.ts$)',
      },
      to: { pathNot: '^packages/core/src|node_modules/(ml-matrix|simple-statistics|pure-rand)/' },
    },
    {
      name: 'one-room-of-core-loads-the-solver',
      comment: 'It is large; everybody else is handed it, so that no page carries it unasked.',
      severity: 'error',
      from: { path: '^(packages|apps|demo)/', pathNot: '^packages/core/src/solver/|season\\.worker\\.ts$' },
      to: { path: 'node_modules/highs/' },
    },
    {
      name: 'one-room-of-core-loads-the-parser',
      comment: 'The slate is read by a grammar; nobody else needs one.',
      severity: 'error',
      from: { path: '^(packages|apps|demo)/', pathNot: '^packages/core/src/slate/' },
      to: { path: 'node_modules/chevrotain/' },
    },
    {
      name: 'contract-stays-below-the-applications',
      severity: 'error',
      from: { path: '^packages/contract/src' },
      to: { path: '^(apps|demo|tools|e2e)/' },
    },
    {
      name: 'web-never-imports-server',
      severity: 'error',
      from: { path: '^apps/web' },
      to: { path: '^(apps/(server|devices)|demo)/' },
    },
    {
      name: 'server-never-imports-web',
      severity: 'error',
      from: { path: '^apps/server' },
      to: { path: '^apps/web' },
    },
    {
      name: 'demo-goes-through-the-contract',
      severity: 'error',
      from: { path: '^demo/src' },
      to: { path: '^apps/' },
    },
    {
      name: 'web-rooms-never-reach-sideways',
      comment:
        'A screen may use the shell and the shared parts; what another room offers goes through its index.',
      severity: 'error',
      from: {
        path: '^apps/web/src/(animals|weighing|readiness|rest|protocols|pairing|incubation|climate|rearing|places|rounds|cohorts|colonies|leaving|books|log|notices|review|imports)/',
      },
      to: {
        path: '^apps/web/src/(animals|weighing|readiness|rest|protocols|pairing|incubation|climate|rearing|places|rounds|cohorts|colonies|leaving|books|log|notices|review|imports)/',
        pathNot: '^apps/web/src/$1/',
      },
    },
    {
      name: 'a-server-room-shows-one-face',
      comment:
        'Rooms of the server reach each other through an index alone; only the list of rooms knows who serves what.',
      severity: 'error',
      from: { path: '^apps/server/src/([^/]+)/' },
      to: {
        path: '^apps/server/src/[^/]+/',
        pathNot: '^apps/server/src/($1|db|shell)/|^apps/server/src/[^/]+/index\\.ts$',
      },
    },
    {
      name: 'endpoints-stand-in-routes',
      comment: 'Whatever serves is found by its name, and can be kept out of faces.',
      severity: 'error',
      from: {
        path: '^apps/server/src/',
        pathNot: '(outes\\.ts$)|^apps/server/src/(shell/|rounds/tellOfWork)',
      },
      to: { path: '^apps/server/src/shell/serve\\.ts$' },
    },
    {
      name: 'a-server-room-serves-nothing-by-its-face',
      comment: 'Who asks a room for an answer must not carry its endpoints along: they would run in circles.',
      severity: 'error',
      from: { path: '^apps/server/src/[^/]+/index\\.ts$' },
      to: { path: '^apps/server/src/[^/]+/[^/]*outes\\.ts$', reachable: true },
    },
    {
      name: 'a-core-room-shows-one-face',
      comment: 'From outside, a room is its index.',
      severity: 'error',
      from: { path: '^(packages/contract|apps|demo)/' },
      to: { path: '^packages/core/src/[^/]+/', pathNot: '^packages/core/src/[^/]+/index\\.ts$' },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|migrations)/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.js'],
    },
  },
}
