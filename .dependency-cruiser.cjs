/** The borders of docs/ARCHITECTURE.md. */
const workspace = (name) => `^${name}/src`;
module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      comment: 'core is the computation: nothing of ours, and only kernels from outside',
      from: { path: workspace('core'), pathNot: 'test\\.tsx?$|/testing/' },
      to: {
        path: '.',
        pathNot: `${workspace('core')}|node_modules/(clipper2-ts|luxon|@types/luxon|d3-array|d3-contour|@types/d3-contour|geographiclib-geodesic|fastest-levenshtein|flatbush|flatqueue|papaparse|@types/papaparse|robust-predicates|simplify-js|splaytree-ts|stemmer|street-types)/`,
      },
    },
    {
      name: 'contract-knows-core-only',
      severity: 'error',
      from: { path: workspace('contract'), pathNot: 'test\\.tsx?$' },
      to: { pathNot: `${workspace('contract')}|^core/|node_modules/@perambula/core` },
    },
    { name: 'web-and-server-never-meet', severity: 'error', from: { path: workspace('web') }, to: { path: '^(server|county)/' } },
    {
      name: 'server-meets-the-county-over-http',
      severity: 'error',
      from: { path: workspace('server') },
      to: { path: '^(web|county)/|@perambula/county' },
    },
    {
      name: 'server-modules-by-their-index',
      severity: 'error',
      from: { path: '^server/src/([^/]+)/.+', pathNot: 'test\\.tsx?$|/testing/' },
      to: { path: '^server/src/(?!common/|testing/)([^/]+)/(?!index\\.ts$).+', pathNot: '^server/src/$1/' },
    },
    {
      name: 'common-knows-no-capability',
      severity: 'error',
      from: { path: '^server/src/common/' },
      to: { path: '^server/src/(?!common/)' },
    },
    {
      name: 'web-features-by-their-index',
      severity: 'error',
      from: { path: '^web/src/features/([^/]+)/' },
      to: { path: '^web/src/features/([^/]+)/(?!index\\.ts$)', pathNot: '^web/src/features/$1/' },
    },
    // a search's rooms, each of which knows those before it: draft, lines, then where and results; the pages join them; how all
    // of them look is known to each
    ...[
      ['draft', 'lines|where|results'],
      ['lines', 'where|results'],
      ['where', 'results'],
      ['results', 'where'],
    ].map(([room, others]) => ({
      name: `searches-${room}-knows-what-comes-before`,
      severity: 'error',
      from: { path: `^web/src/features/searches/${room}/`, pathNot: 'test\\.tsx?$' },
      to: { path: `^web/src/features/searches/(?:(?:${others})/|[^/]+$)`, pathNot: '\\.module\\.css$' },
    })),
    {
      name: 'telephone-is-light',
      severity: 'error',
      comment: 'what is opened on a telephone has none of the components of the desk, not even behind its map',
      from: { path: '^web/src/(portal|day)Main\\.tsx$' },
      to: { path: 'node_modules/antd/', reachable: true },
    },
    {
      name: 'web-shared-knows-no-feature',
      severity: 'error',
      from: { path: '^web/src/shared/' },
      to: { path: '^web/src/(features|app)/' },
    },
    {
      name: 'tests-stay-out',
      severity: 'error',
      from: { pathNot: 'test\\.tsx?$|/testing/' },
      to: { path: 'test\\.tsx?$|/testing/' },
    },
    {
      name: 'nothing-unresolved',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '\\.svg$|^pdfmake/interfaces' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules|dist' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.tests.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.mts', '.svg', '.css'],
    },
  },
};
