/**
 * Folders, not only files, stand on floors: what two of them need of each other goes down one. Apart from the rules on files,
 * since a test may lean on anything.
 */
module.exports = {
  forbidden: [
    {
      name: 'no-rings-of-folders',
      comment: 'What two folders need of each other goes down a floor.',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(core|web/desk|server)/[^/]+$' },
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(dist|node_modules|\\.data)|\\.test\\.ts$|^tests/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'node', 'default', 'types'] },
  },
};
