/** Data flows one way: no file and no folder may import itself in a circle. */
module.exports = {
  forbidden: [
    { name: 'no-file-cycles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-folder-cycles', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    includeOnly: '^packages/[^/]+/src/',
    exclude: '[.](test|accuracy)[.]tsx?$',
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.lint.json' },
  },
};
