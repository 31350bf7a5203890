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
      from: { path: '^core/(kernel|setup|facts|doors|fields|joining|messages|pages)/' },
      to: { path: '^core/(rehearsal|checkup|insight)/' },
    },
    {
      name: 'platform-below-areas',
      comment: 'The platform knows no area.',
      severity: 'error',
      from: { path: '^server/platform/', pathNot: '\\.test\\.ts$' },
      to: { path: '^server/(?!platform/)' },
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
