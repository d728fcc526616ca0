/** The arrows between workspaces: web → core, server → core; core imports nothing of theirs, and nothing goes round in a circle. */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'core-stands-alone', severity: 'error', from: { path: '^core/src' }, to: { path: '^(web|server|e2e)/' } },
    {
      name: 'core-knows-no-machine',
      severity: 'error',
      from: { path: '^core/src', pathNot: '(\\.test\\.ts$|/testing/)' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-by-its-index',
      severity: 'error',
      from: { path: '^(web|server)/src' },
      to: { path: '^core/src/(?!index\\.ts$)' },
    },
    { name: 'web-knows-no-server', severity: 'error', from: { path: '^web/' }, to: { path: '^server/' } },
    {
      name: 'steps-keep-apart',
      severity: 'error',
      from: { path: '^web/src/steps/(surface|match|plan|care)/' },
      to: { path: '^web/src/steps/(?!piece/)([^/]+)/', pathNot: '^web/src/steps/$1/' },
    },
    {
      name: 'store-knows-no-page',
      severity: 'error',
      from: { path: '^web/src/(store|workers|ui)/' },
      to: { path: '^web/src/(steps|app)/' },
    },
    {
      // the first picture waits for nothing that reads, checks or plans: such parts are fetched after it
      name: 'first-script-knows-no-core',
      severity: 'error',
      from: {
        path: '^web/src/(main\\.tsx|app/(App|Shell|UndoPlace|VersionTold|versions)\\.|steps/pieces/(PiecesPage|FirstPiece|Named)\\.|store/(names|benchQuery)\\.ts|ui/(quiet|followed|tell|usePart|openForms)\\.)',
      },
      to: {
        path: '^(core/|web/src/(store/(?!names|benchQuery)|workers/|timers/|ui/(?!quiet|followed|tell|usePart|openForms)))',
        dynamic: false,
        dependencyTypesNot: ['type-only'],
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types'] },
    tsPreCompilationDeps: true,
  },
};
