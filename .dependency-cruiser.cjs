/** The directions in which folders may import each other; `npm test` fails where one is broken. */
const only = (from, allowed, comment) => ({
  name: `only-${from.replace(/\W+/g, '-')}`,
  comment,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: '\\.test\\.ts$' },
  to: {
    path: '^(core|contract|server|web|standins|demo|tests|scripts)/',
    pathNot: allowed.map((folder) => `^${folder}/`),
  },
});

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    only('core', ['core'], 'The core stands alone.'),
    only('contract', ['contract', 'core'], 'The contract knows only the core.'),
    only('server', ['server', 'contract', 'core'], 'Nothing imports demo, tests or stand-ins.'),
    only('web/kit', ['web/kit', 'contract', 'core'], 'The kit knows neither desk nor site.'),
    only('web/desk', ['web/desk', 'web/kit', 'contract', 'core'], 'The desk and the site do not know each other.'),
    only('web/site', ['web/site', 'web/kit', 'contract', 'core'], 'The desk and the site do not know each other.'),
    only('standins', ['standins'], 'A stand-in is an outside service.'),
    {
      name: 'core-packages',
      comment: 'The core uses a schema library and a calendar, and no input or output.',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot: 'node_modules/(zod|temporal-polyfill|temporal-spec)/',
      },
    },
    {
      name: 'core-insight-last',
      comment: 'What looks at the whole set-up may import the rest of the core, never the reverse.',
      severity: 'error',
      from: {
        path: '^core/(kernel|setup|facts|doors|fields|joining|levels|messages|money|pages|site)/',
        pathNot: '\\.test\\.ts$',
      },
      to: { path: '^core/(rehearsal|revisions|checkup|insight)/' },
    },
    {
      name: 'platform-below-areas',
      comment: 'The platform knows no area.',
      severity: 'error',
      from: { path: '^server/platform/', pathNot: '\\.test\\.ts$' },
      to: { path: '^server/(?!platform/)' },
    },
    {
      name: 'areas-by-their-index',
      comment: 'An area of the server is what its index says; what is behind it may change.',
      severity: 'error',
      from: { path: '^server/([^/]+)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^server/(?!platform/)[^/]+/', pathNot: ['^server/$1/', '^server/[^/]+/index\\.ts$'] },
    },
    {
      name: 'areas-by-their-index-from-above',
      comment:
        'The composition root, the demo and the tests reach an area by its index too; the list of areas by what each says of itself.',
      severity: 'error',
      from: { path: '^(server/[^/]+\\.ts$|demo/|tests/)', pathNot: ['\\.test\\.ts$', '^server/areas\\.ts$'] },
      to: { path: '^server/(?!platform/)[^/]+/', pathNot: '^server/[^/]+/index\\.ts$' },
    },
    {
      name: 'areas-are-listed-once',
      comment: 'What an area says of itself is read by the list alone; what is derived, by the composition root.',
      severity: 'error',
      from: { path: '^server/', pathNot: ['\\.test\\.ts$', '^server/(areas|api|app|compose)\\.ts$'] },
      to: { path: '^server/(areas\\.ts|[^/]+/area\\.ts)$' },
    },
    {
      name: 'entities-stay-inside',
      comment: 'Rows are an area’s own: what leaves it are values of the core.',
      severity: 'error',
      from: { path: '^server/([^/]+)/', pathNot: ['\\.test\\.ts$', '^server/platform/'] },
      to: { path: '\\.(entity|entities)\\.ts$', pathNot: ['^server/platform/', '^server/$1/'] },
    },
    {
      name: 'entities-leave-by-no-index',
      comment: 'Nor does an index hand them out.',
      severity: 'error',
      from: { path: '^server/[^/]+/index\\.ts$' },
      to: { path: '\\.(entity|entities)\\.ts$' },
    },
    {
      name: 'platform-entities-stay-inside',
      severity: 'error',
      from: { path: '.', pathNot: ['^server/platform/', '^server/base\\.ts$', '\\.test\\.ts$'] },
      to: { path: '^server/platform/.*\\.entity\\.ts$' },
    },
    {
      name: 'items-below-the-set-up',
      comment: 'Item schemas stand with their concepts; the set-up only assembles them.',
      severity: 'error',
      from: { path: '^core/(?!setup/)[^/]+/(items|page|message|level|path|site|rule)\\.ts$' },
      to: { path: '^core/setup/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(dist|node_modules|\\.data)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'node', 'default', 'types'] },
  },
};
