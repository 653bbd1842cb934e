/**
 * The arrows of the house: app → ui, services; services → core, data, contracts; ui → core, contracts, device; data → core; core → nothing.
 * Inside core a folder imports only folders above it in CORE; inside contracts views never import schemas.
 */
const CORE = [
  'text',
  'hardware',
  'learn',
  'vehicle',
  'procedure',
  'drawing',
  'graph',
  'check',
  'teardown',
  'order',
  'refit',
  'steps',
  'layout',
  'wording',
  'plan',
  'log',
  'visit',
  'run',
  'bench',
  'shop',
  'notation',
  'exchange',
  'rehearse',
];
const forbid = (name, from, to, comment) => ({ name, severity: 'error', comment, from, to });

/** Each core folder knows those above it, and enters them by their index. */
const coreFloors = CORE.map((folder, at) => {
  const below = CORE.slice(at + 1);
  return forbid(
    `core-${folder}-knows-only-what-is-above`,
    { path: `^src/core/${folder}/`, pathNot: '\\.test\\.ts$' },
    { path: `^src/core/(${below.concat('-').join('|')})/` },
  );
});

module.exports = {
  forbidden: [
    forbid('no-loops', {}, { circular: true }, 'Two files that need each other are one concept.'),
    forbid(
      'core-is-pure',
      { path: '^src/core' },
      { path: '^(src/(contracts|data|services|ui|device|workers|front)|app)' },
      'Core knows nobody.',
    ),
    forbid(
      'core-has-no-packages',
      { path: '^src/core', pathNot: '\\.test\\.ts$' },
      { dependencyTypes: ['npm', 'npm-dev', 'core'] },
      'Core is plain TypeScript.',
    ),
    ...coreFloors,
    forbid(
      'core-folders-are-known',
      { path: '^src/core/([^/]+)/', pathNot: `^src/core/(${CORE.join('|')})/` },
      {},
      'A new folder of core gets its place in CORE.',
    ),
    forbid(
      'core-by-its-index',
      { path: '^src/core/([^/]+)/', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/[^/]+/', pathNot: '^src/core/(?:$1/|[^/]+/index\\.ts$)' },
      'A folder is entered by its index.',
    ),
    forbid(
      'others-enter-core-by-its-index',
      { path: '^(src/(contracts|data|services|ui|device|workers)|app|scripts)/' },
      { path: '^src/core/[^/]+/', pathNot: '/index\\.ts$' },
    ),
    forbid(
      'contracts-know-core',
      { path: '^src/contracts' },
      { path: '^(src/(data|services|ui|device|workers|front)|app)' },
    ),
    forbid(
      'views-are-plain',
      { path: '^src/contracts/views' },
      { path: '^(src/contracts/schemas|node_modules/joi)' },
      'What pages are handed brings no schemas along.',
    ),
    forbid(
      'front-knows-contracts',
      { path: '^src/front', pathNot: '^src/front/event-route' },
      { path: '^(src/(core|data|services|ui|device|workers)|app)' },
      'What stands before the app knows only limits.',
    ),
    forbid(
      'front-answers-events',
      { path: '^src/front/event-route' },
      { path: '^(src/(core|data|services|ui|device|workers)|app)', pathNot: '^src/(core/errors|services/event-door)' },
      'One route is answered at the front, by the page server’s own handler.',
    ),
    forbid(
      'nobody-knows-the-front',
      { path: '^(src/(core|contracts|data|services|ui|device|workers)|app)' },
      { path: '^src/front' },
    ),
    forbid('data-knows-core', { path: '^src/data' }, { path: '^(src/(contracts|services|ui|device|workers)|app)' }),
    forbid('services-below-ui', { path: '^src/services' }, { path: '^(src/(ui|device|workers)|app)' }),
    forbid(
      'device-has-no-interface',
      { path: '^src/device' },
      { path: '^(src/(data|services|ui|workers|front)|app)' },
      'The tablet’s store knows no screen.',
    ),
    forbid('ui-has-no-server', { path: '^src/(ui|workers)' }, { path: '^(src/(data|services|front)|app)' }),
    forbid('design-knows-no-screen', { path: '^src/ui/(design|map)' }, { path: '^src/ui/(desk|bay|sign-in)' }),
    forbid(
      'threads-are-asked-by-name',
      { path: '^(src/(core|contracts|data|services|ui|device)|app)' },
      { path: '^src/workers/server' },
      'What threads run is bundled for them; services ask by name.',
    ),
    forbid('app-goes-through-services', { path: '^app' }, { path: '^src/(data|device|workers)' }),
    forbid('no-unlisted-packages', {}, { dependencyTypes: ['npm-no-pkg', 'npm-unknown'] }),
    forbid('nothing-missing', {}, { couldNotResolve: true }),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
