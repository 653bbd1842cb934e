/** The arrows of the house: app → ui, services; services → core, data, contracts; ui → core, contracts; core → nothing. */
const forbid = (name, from, to, comment) => ({ name, severity: 'error', comment, from, to });

module.exports = {
  forbidden: [
    forbid('no-loops', {}, { circular: true }, 'Two files that need each other are one concept.'),
    forbid('core-is-pure', { path: '^src/core' }, { path: '^(src/(contracts|data|services|ui|offline|workers)|app)' }, 'Core knows nobody.'),
    forbid('core-has-no-packages', { path: '^src/core', pathNot: '\\.test\\.ts$' }, { dependencyTypes: ['npm', 'npm-dev', 'core'] }, 'Core is plain TypeScript.'),
    forbid('contracts-know-core', { path: '^src/contracts' }, { path: '^(src/(data|services|ui|offline|workers|front)|app)' }),
    forbid('front-knows-contracts', { path: '^src/front' }, { path: '^(src/(core|data|services|ui|offline|workers)|app)' }, 'What stands before the app knows only limits.'),
    forbid('nobody-knows-the-front', { path: '^(src/(core|contracts|data|services|ui|offline|workers)|app)' }, { path: '^src/front' }),
    forbid('data-knows-core', { path: '^src/data' }, { path: '^(src/(contracts|services|ui|offline|workers)|app)' }),
    forbid('services-below-ui', { path: '^src/services' }, { path: '^(src/(ui|offline|workers)|app)' }),
    forbid('ui-has-no-server', { path: '^src/(ui|offline|workers)' }, { path: '^(src/(data|services)|app)' }),
    forbid('threads-are-asked-by-name', { path: '^(src/(core|contracts|data|services|ui|offline)|app)' }, { path: '^src/workers/server' }, 'What threads run is bundled for them; services ask by name.'),
    forbid('app-goes-through-services', { path: '^app' }, { path: '^src/(data|offline|workers)' }),
    forbid('no-unlisted-packages', {}, { dependencyTypes: ['npm-no-pkg', 'npm-unknown'] }),
    forbid('nothing-missing', {}, { couldNotResolve: true }),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
