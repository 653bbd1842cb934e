/**
 * The arrows of the house: app → ui, services; services → core, data, contracts; ui → core, contracts, device; data → core; core → nothing.
 * Inside core a wing knows only those above it in WINGS, and in a wing a room only those before it; each is entered by its index. Inside contracts views never import schemas.
 */
const WINGS = {
  trade: ['text', 'hardware', 'vehicle'],
  document: ['procedure', 'drawing', 'notation'],
  shop: ['learn', 'desk'],
  planning: ['graph', 'check', 'teardown', 'order', 'refit', 'steps', 'way-back-6', 'layout'],
  telling: ['wording', 'plan'],
  bay: ['log', 'visit', 'run'],
  bench: ['tools', 'fitting'],
  exchange: [],
  rehearse: [],
};
const forbid = (name, from, to, comment) => ({ name, severity: 'error', comment, from, to });

/** In a list each one knows those before it. */
const floors = (name, names, folder) =>
  names.map((one, at) => {
    const later = names
      .slice(at + 1)
      .concat('-')
      .join('|');
    return forbid(
      `core-${name}${one}-knows-only-what-is-above`,
      { path: `^src/core/${folder}${one}/`, pathNot: '\\.test\\.ts$' },
      { path: `^src/core/${folder}(${later})/` },
    );
  });
const coreFloors = [
  ...floors('', Object.keys(WINGS), ''),
  ...Object.entries(WINGS).flatMap(([wing, rooms]) => floors(`${wing}-`, rooms, `${wing}/`)),
];
const ROOMS = Object.entries(WINGS).flatMap(([wing, rooms]) => rooms.map((room) => `${wing}/${room}`));
const ONE_ROOM = Object.keys(WINGS).filter((wing) => WINGS[wing].length === 0);
/** A room of the interface: a folder of `ui`, of its desk or of its bay. */
const UI_ROOM = '(?:(?:bay|desk)/)?[^/]+';

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
      {
        path: '^src/core/[^/]+/',
        pathNot: `^src/core/(?:(?:${ONE_ROOM.join('|')})/|(?:${ROOMS.join('|')})/|(?:${Object.keys(WINGS).join('|')})/index\\.ts$)`,
      },
      {},
      'A new wing or room of core gets its place in WINGS.',
    ),
    forbid(
      'wings-by-their-index',
      { path: '^src/core/([^/]+)/', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/[^/]+/', pathNot: '^src/core/(?:$1/|[^/]+/index\\.ts$)' },
      'A wing is entered by its index.',
    ),
    forbid(
      'rooms-by-their-index',
      { path: '^src/core/([^/]+)/([^/]+)/', pathNot: '\\.test\\.ts$' },
      { path: '^src/core/$1/', pathNot: '^src/core/$1/(?:$2/|[^/]+/index\\.ts$)' },
      'A room is entered by its index, and nobody goes round by their own wing’s.',
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
    forbid(
      'ui-rooms-by-their-index',
      { path: '^src/ui/((?:bay|desk)/[^/]+|[^/]+)/', pathNot: '\\.test\\.ts$' },
      { path: '^src/ui/', pathNot: `^src/ui/(?:$1/|${UI_ROOM}/index\\.ts$)|\\.scss$` },
      'A room of the interface is entered by its index.',
    ),
    forbid(
      'others-enter-ui-by-its-index',
      { path: '^(app|scripts|tests|src/(?!ui/))' },
      { path: '^src/ui/', pathNot: `^src/ui/${UI_ROOM}/index\\.ts$|\\.scss$` },
    ),
    forbid(
      'design-knows-no-screen',
      { path: '^src/ui/(design|map)' },
      { path: '^src/ui/(desk|bay|sign-in|setup|shell)' },
    ),
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
