import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import schema from '../../docs/format/pezzo-procedure-1.schema.json';
import { dampDoorOf, fitmentOf, placeNewParts, sayFitment, type Speaker } from './bench';
import { basesOf, checkLines, foldRun, graphOf, judgeFor, viewRun, wontMove } from './bay';
import {
  indexItems,
  layersOf,
  numbersOf,
  printItem,
  sceneOf,
  sceneSvg,
  itemsOf,
  itemWords,
  type Fastener,
  type Link,
  type Part,
  type ProcedureDocument,
  type Work,
} from './document';
import { wiresOf } from './exchange';
import { checkProcedure } from './planning';
import { makePlan, runPlanOf, type PlannedStep } from './telling';
import { doneFact, stamp } from '@tests/support/run';

/**
 * Every field that a procedure can record changes something a technician meets. The rows are the fields of the published schema: one without a row fails, and so does one whose fact is seen nowhere.
 */

const box = (x: number, y: number, width: number, height: number): [number, number][] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];

const DOOR: ProcedureDocument = {
  format: 'pezzo-procedure/1',
  id: 'wicket-rear-door',
  title: 'Wicket Dray, rear door',
  applies: [{ make: 'Wicket', model: 'Dray' }],
  zone: 'rear-door',
  side: 'left',
  options: { lamp: ['fitted', 'none'] },
  map: { width: 900, height: 600, outline: 'rear-door' },
  parts: [
    { id: 'cap', name: 'Handle cap', kind: 'cover', motions: ['pry-front'], shape: box(400, 300, 80, 40) },
    { id: 'card', name: 'Door card', kind: 'panel', motions: ['pull-bottom', 'lift'], shape: box(0, 0, 900, 500) },
    { id: 'lamp', name: 'Puddle lamp', kind: 'lamp', on: 'card', motions: ['pull'], shape: box(700, 40, 60, 30) },
    {
      id: 'shield',
      name: 'Water shield',
      kind: 'shield',
      behind: ['card'],
      motions: ['peel-down'],
      shape: box(50, 50, 700, 400),
      regions: { 'lower-half': box(50, 50, 700, 200) },
    },
    {
      id: 'woofer',
      name: 'Door speaker',
      kind: 'speaker',
      behind: ['shield:free@lower-half'],
      motions: ['pull'],
      shape: box(200, 100, 160, 160),
    },
  ],
  fasteners: [
    {
      id: 's1',
      holds: 'card',
      kind: 'screw',
      drive: 'T20',
      count: 2,
      behind: ['cap'],
      at: [
        [420, 310],
        [450, 310],
      ],
    },
    { id: 'k1', holds: 'cap', kind: 'push-clip', count: 1 },
    { id: 'c1', holds: 'card', kind: 'push-clip', count: 9, at: [[20, 20]] },
    { id: 'b1', holds: 'shield', kind: 'adhesive', behind: ['card'] },
    {
      id: 'm1',
      holds: 'woofer',
      kind: 'screw',
      drive: 'T25',
      count: 3,
      behind: ['shield:free@lower-half'],
      at: [[210, 110]],
    },
  ],
  links: [
    { id: 'l1', joins: ['woofer', 'body'], kind: 'connector', name: 'Speaker plug' },
    { id: 'l2', joins: ['card', 'body'], kind: 'cable', name: 'Release cable' },
    { id: 'l3', joins: ['lamp', 'body'], kind: 'connector', name: 'Lamp plug' },
  ],
  work: [{ id: 'w1', name: 'Cable hole', kind: 'drill', needs: ['card:off'], for: 'feed' }],
  checks: [],
};

const PLACES = [
  'out', 'fit', 'back', 'tools', 'tray', 'spares', 'materials', 'time', 'hands', 'order', 'cautions', 'open', 'unknown', 'ways', 'ledger', 'checkIn', 'wires', 'drawing', 'bench', 'damping',
  'checker', 'stuck', 'shorthand', 'names', 'recorded', 'refused',
] as const; // prettier-ignore
type Place = (typeof PLACES)[number];

/** A woofer that is to go in. */
const SPEAKER: Speaker = {
  name: 'Saltmarsh 165 A',
  kind: 'speaker',
  basket: 166,
  cutout: 130,
  holes: 4,
  circle: 156,
  depth: 62,
  proud: 8,
  stroke: 5,
  ohms: 4,
  sensitivityDb: 88,
  watts: 60,
};

const told = (steps: readonly PlannedStep[]) =>
  steps.map(({ title, where, detail }) => [title, where, detail].join(' | '));

/** What a technician meets of a procedure, by where. Everything is asked for at once: all of it off, the work done, a new speaker put in. */
function metOf(document: ProcedureDocument): Record<Place, string[]> {
  const goals = ['woofer:off', 'card:off', ...(document.work!.some((one) => one.for) ? ['fit feed'] : [])];
  const planned = makePlan({ documents: [document], goals, options: {}, policy: { srsWaitSeconds: 60 } });
  const met = Object.fromEntries(PLACES.map((place) => [place, [] as string[]])) as Record<Place, string[]>;
  met.wires = wiresOf(document).map((row) => JSON.stringify(row));
  met.checkIn = checkLines([{ zone: document.zone, side: document.side, document }]).map(
    ({ group, words }) => `${group}: ${words}`,
  );
  const drawn = [0, 1, 2, 3, 4, 5].map((peel) =>
    sceneSvg(sceneOf(document, layersOf(document), peel, numbersOf(document))),
  );
  met.drawing = drawn;
  met.checker = checkProcedure(document).remarks.map(({ message }) => message);
  met.names = itemsOf(document).map(({ id }) => itemWords(indexItems(document), id));
  met.shorthand = itemsOf(document).flatMap(({ id }) => printItem(document, id) ?? []);
  met.damping = [JSON.stringify(dampDoorOf(document))];
  const asked = placeNewParts([document], [{ procedure: document.id, of: 'woofer', speaker: SPEAKER, fixing: null }]);
  met.bench = asked.questions.flatMap(({ choices, lacks }) => [
    ...choices.map((one) => JSON.stringify(one)),
    lacks ?? '',
  ]);
  const measured = document.mounts?.[0];
  if (measured) met.bench.push(sayFitment(fitmentOf(measured, SPEAKER)).words);
  for (const { way } of asked.questions[0]?.choices ?? []) {
    const placed = placeNewParts([document], [{ procedure: document.id, of: 'woofer', speaker: SPEAKER, fixing: way }]);
    const fitted = makePlan({ ...placed, options: {} });
    if (fitted.ok) met.bench.push(...told(fitted.plan.steps.fit));
  }
  if (!planned.ok) {
    met.refused = planned.problems.map(({ message }) => message);
    return met;
  }
  const { plan } = planned;
  met.out = told(plan.steps.removal);
  met.fit = told(plan.steps.fit);
  met.back = told(plan.steps.refit);
  met.tools = plan.tools.map(({ name, items }) => `${name}: ${items.join(' ')}`);
  met.tray = [
    ...plan.tray.map(({ bin, label, items }) => `${bin} ${label} ${items.join(' ')}`),
    JSON.stringify(plan.staysOn),
  ];
  met.spares = [
    ...plan.spares.map((one) => JSON.stringify(one)),
    ...plan.replacements.map((one) => JSON.stringify(one)),
  ];
  met.materials = plan.materials.map((one) => JSON.stringify(one));
  met.time = [`${plan.time.likelySeconds} ${plan.waitSeconds}`];
  met.hands = [String(plan.secondHandsSeconds), ...plan.steps.removal.map(({ hands }) => String(hands))];
  met.order = [...plan.steps.removal, ...plan.steps.fit, ...plan.steps.refit].flatMap(({ actions }) => actions);
  met.cautions = plan.cautions.map(({ text }) => text);
  met.open = plan.whileOpen.map(({ words }) => words);
  met.unknown = plan.unknownOptions;
  met.recorded = [JSON.stringify(plan.recorded)];
  met.ways = [...plan.ways, ...plan.routesTaken.map(({ words }) => words)];
  const run = runPlanOf(plan, { documents: [document], options: {}, goals, newParts: [] });
  const graph = graphOf(run);
  const facts = plan.steps.removal.flatMap(({ actions }) => actions.map(doneFact));
  const state = foldRun(stamp(facts), judgeFor(basesOf(run)));
  met.ledger = viewRun(graph, run, state).ledger.map((row) => JSON.stringify(row));
  met.stuck = wontMove(graph, run, state, { procedure: document.id, item: 'card' }, null).map((one) =>
    JSON.stringify(one),
  );
  return met;
}

/** The same for a door that many rows begin with. */
const known = new Map<string, ReturnType<typeof metOf>>();
function metBefore(document: ProcedureDocument): ReturnType<typeof metOf> {
  const text = JSON.stringify(document);
  const met = known.get(text) ?? metOf(document);
  known.set(text, met);
  return met;
}

type Row = {
  /** Records the fact. */
  set?: (door: ProcedureDocument) => ProcedureDocument;
  /** The door it is recorded on, where the plain one has nothing for it to act on. */
  on?: (door: ProcedureDocument) => ProcedureDocument;
  /** Where it is seen: the words that stand there only then, or `true` where something there is otherwise. */
  seen?: Partial<Record<Place, string | true>>;
  /** Shown by a screen alone: the file that shows it, and what it reads. */
  shown?: [file: string, reads: string];
};

const part = (id: string, patch: Partial<Part>) => (door: ProcedureDocument) => ({
  ...door,
  parts: door.parts.map((one) => (one.id === id ? { ...one, ...patch } : one)),
});
const fastener = (id: string, patch: Partial<Fastener>) => (door: ProcedureDocument) => ({
  ...door,
  fasteners: door.fasteners.map((one) => (one.id === id ? { ...one, ...patch } : one)),
});
const link = (id: string, patch: Partial<Link>) => (door: ProcedureDocument) => ({
  ...door,
  links: door.links.map((one) => (one.id === id ? { ...one, ...patch } : one)),
});
const work = (patch: Partial<Work>) => (door: ProcedureDocument) => ({
  ...door,
  work: door.work!.map((one) => ({ ...one, ...patch })),
});
const door = (patch: Partial<ProcedureDocument>) => (one: ProcedureDocument) => ({ ...one, ...patch });
const WORDS = 'mind the felt under it';

/** What every item may carry, where it shows for an item out of whose step it comes, and back into. */
const shared = (set: (patch: object) => Row['set'], out: Place, back: Place): Record<string, Row> => ({
  note: { set: set({ note: WORDS }), seen: { [out]: 'Mind the felt under it.' } },
  technique: { set: set({ technique: WORDS }), seen: { [out]: 'Mind the felt under it.' } },
  refitNote: { set: set({ refitNote: WORDS }), seen: { [back]: 'Mind the felt under it.' } },
  difficulty: { set: set({ difficulty: 5 }), seen: { [out]: 'Recorded as hard', time: true } },
  difficultyWhy: { set: set({ difficulty: 5, difficultyWhy: WORDS }), seen: { [out]: 'Mind the felt under it.' } },
  when: { set: set({ when: { lamp: 'fitted' } }), seen: { unknown: 'lamp' } },
  seconds: { set: set({ seconds: 900 }), seen: { time: true } },
  // A first time is slow: it is offered as the item's own time, and nothing is planned with it.
  took: { shown: ['src/ui/desk/recorder/item/shared-fields.tsx', 'item.took'] },
  photos: { shown: ['src/ui/bay/run/step-photos.tsx', 'photos'] },
  'recordings.id': { shown: ['src/ui/bay/run/step-photos.tsx', 'recordings'] },
  'recordings.kind': { shown: ['src/ui/bay/run/step-photos.tsx', 'recordings'] },
  'recordings.seconds': { shown: ['src/ui/bay/run/step-photos.tsx', 'recordings'] },
});
const of = (type: string, rows: Record<string, Row>) =>
  Object.fromEntries(Object.entries(rows).map(([field, row]) => [`${type}.${field}`, row]));

const MOUNT = { of: 'woofer', bore: 142, holes: { count: 4, circle: 156, start: 45 }, toGlass: 78, grilleGap: 30 };
const mount = (patch: object): Row['set'] => door({ mounts: [{ ...MOUNT, ...patch }] });
const onMount = mount({});
const PAIR = { of: 'woofer', plus: { colour: 'BU/WH' }, minus: { colour: 'BU/BK' } };
const pair = (patch: object): Row['set'] => door({ pairs: [{ ...PAIR, ...patch }] });
const onPair = pair({});
const access = (patch: object): Row['set'] =>
  door({
    access: [
      { name: 'speaker opening', at: [280, 180], ...patch },
      { name: 'window slot', at: [40, 440] },
    ],
  });

const ROWS: Record<string, Row> = {
  ...of(
    'part',
    shared((patch) => part('card', patch), 'out', 'back'),
  ),
  ...of(
    'fastener',
    shared((patch) => fastener('s1', patch), 'out', 'back'),
  ),
  ...of(
    'link',
    shared((patch) => link('l1', patch), 'out', 'back'),
  ),
  ...of(
    'work',
    shared((patch) => work({ undo: 'grommet in', ...patch }), 'fit', 'back'),
  ),
  ...of('part', {
    id: {
      set: (one) => JSON.parse(JSON.stringify(one).replaceAll('"cap', '"cap-1')),
      seen: { order: 'free:wicket-rear-door/cap-1' },
    },
    name: {
      set: part('card', { name: 'Hardboard card' }),
      seen: { out: 'ardboard card', back: 'ardboard card', names: true },
    },
    behind: { set: part('cap', { behind: ['card'] }), seen: { refused: true } },
    kind: { set: part('lamp', { kind: 'switch' }), seen: { checkIn: true } },
    shape: { set: part('cap', { shape: box(10, 10, 30, 30) }), seen: { drawing: true } },
    motions: { set: part('card', { motions: ['slide-up'] }), seen: { out: 'lide', back: true } },
    tool: { set: part('cap', { tool: 'taped-steel' }), seen: { tools: 'teel' } },
    startAt: { set: part('card', { startAt: 'lower hinge corner' }), seen: { out: 'Start at the lower hinge corner' } },
    on: { set: part('lamp', { on: undefined }), seen: { out: true } },
    looseWith: {
      set: part('lamp', { on: undefined, looseWith: 'cap' }),
      seen: { order: 'takeOff:wicket-rear-door/lamp' },
    },
    offToSeat: {
      on: fastener('s1', { behind: [] }),
      set: (one) => part('card', { offToSeat: ['cap'] })(fastener('s1', { behind: [] })(one)),
      seen: { order: 'free:wicket-rear-door/cap' },
    },
    hands: { set: part('card', { hands: 2 }), seen: { out: 'wo people', back: 'wo people', hands: true } },
    regions: { set: part('shield', { regions: { 'lower-half': box(50, 50, 700, 100) } }), seen: { time: true } },
  }),
  ...of('fastener', {
    id: {
      set: (one) => JSON.parse(JSON.stringify(one).replaceAll('"s1', '"s-1')),
      seen: { order: 'release:wicket-rear-door/s-1' },
    },
    name: { set: fastener('s1', { name: 'cup screws' }), seen: { out: 'cup screws', ledger: 'cup screws' } },
    behind: { set: fastener('s1', { behind: [] }), seen: { out: true } },
    holds: { set: fastener('s1', { holds: ['card', 'cap'] }), seen: { out: true } },
    kind: { set: fastener('s1', { kind: 'bolt' }), seen: { out: 'bolt', drawing: true } },
    drive: { set: fastener('s1', { drive: 'T30' }), seen: { out: 'T30', back: 'T30', tools: 'T30', tray: 'T30' } },
    tool: { set: fastener('k1', { tool: 'forked-lever' }), seen: { tools: 'orked lever' } },
    count: { set: fastener('s1', { count: 5 }), seen: { out: '5 T20', ledger: true } },
    at: {
      set: fastener('s1', {
        at: [
          [800, 60],
          [820, 60],
        ],
      }),
      seen: { drawing: true },
    },
    length: { set: fastener('s1', { length: 35 }), seen: { out: '35 mm', back: '35 mm' } },
    thread: { set: fastener('s1', { length: 35, thread: 'M5' }), seen: { out: 'M5' } },
    recess: { set: fastener('s1', { recess: 60 }), seen: { out: '60 mm deep', tools: 'xtension' } },
    angle: { set: fastener('s1', { angle: 40 }), seen: { out: '40°', tools: 'ngle' } },
    staysOn: { set: fastener('s1', { staysOn: 'card' }), seen: { tray: true } },
    reuse: {
      set: fastener('s1', { reuse: 'replace' }),
      seen: { spares: true, back: 'New ones every time', ledger: true },
    },
    release: { set: fastener('s1', { release: 'two turns, no more' }), seen: { out: 'wo turns, no more' } },
    'refit.byHand': { set: fastener('s1', { refit: { byHand: true } }), seen: { back: 'By hand only' } },
    'refit.limit': { set: fastener('s1', { refit: { limit: 'plastic' } }), seen: { back: 'Into plastic' } },
    'refit.as': {
      set: fastener('k1', { refit: { as: 'rivet nut and screw' } }),
      seen: { back: 'rivet nut and screw' },
    },
    'refit.material': {
      set: fastener('k1', { refit: { as: 'a screw', material: 'stainless' } }),
      seen: { back: 'stainless' },
    },
    'refit.count': {
      on: fastener('m1', { kind: 'pop-rivet', drive: undefined }),
      set: fastener('m1', {
        kind: 'pop-rivet',
        drive: undefined,
        refit: { as: 'rivet', material: 'rivet 4 mm', count: 7 },
      }),
      seen: { spares: '7' },
    },
    'refit.reversible': {
      set: fastener('s1', { refit: { reversible: false } }),
      seen: { back: 'Cannot go back to stock' },
    },
  }),
  ...of('link', {
    id: {
      set: (one) => JSON.parse(JSON.stringify(one).replaceAll('"l1', '"l-1')),
      seen: { order: 'undo:wicket-rear-door/l-1' },
    },
    name: { set: link('l1', { name: 'Grey plug' }), seen: { out: 'rey plug', back: 'rey plug' } },
    behind: { set: link('l2', { behind: ['cap'] }), seen: { out: true } },
    joins: { set: link('l3', { joins: ['cap', 'body'] }), seen: { order: true } },
    kind: { set: link('l1', { kind: 'bullet' }), seen: { out: true } },
    count: { set: link('l3', { count: 2 }), seen: { out: '2 lamp plug' } },
    tab: { set: link('l1', { tab: 'slide' }), seen: { out: 'lide the lock back' } },
    keyed: { set: link('l1', { keyed: true }), seen: { back: 'its one way' } },
    mark: { set: link('l2', { mark: 'dark one low' }), seen: { out: 'ark one low', back: 'Mark: dark one low' } },
    release: { set: link('l2', { release: 'turn the ball out' }), seen: { out: 'urn the ball out' } },
    'pins.cavity': { set: link('l1', { pins: [{ cavity: '7' }] }), seen: { out: 'n it: 7', wires: '"7"' } },
    'pins.colour': {
      set: link('l1', { pins: [{ cavity: '7', colour: 'BU/WH' }] }),
      seen: { out: 'blue', wires: 'BU/WH' },
    },
    'pins.function': {
      set: link('l1', { pins: [{ cavity: '7', function: 'speaker +' }] }),
      seen: { out: 'speaker +', wires: 'speaker +' },
    },
    safety: { set: link('l3', { safety: 'srs' }), seen: { cautions: true, out: 'SRS', back: 'SRS' } },
    at: { set: link('l1', { at: [[300, 300]] }), seen: { drawing: true } },
  }),
  ...of('work', {
    id: {
      set: (one) => JSON.parse(JSON.stringify(one).replaceAll('"w1', '"w-1')),
      seen: { order: 'work:wicket-rear-door/w-1' },
    },
    name: { set: work({ name: 'Feed hole' }), seen: { fit: 'eed hole' } },
    behind: {
      on: work({ phase: 'apart', needs: [] }),
      set: work({ phase: 'apart', needs: [], behind: ['card'] }),
      seen: { order: true },
    },
    kind: { set: work({ kind: 'cut' }), seen: { fit: 'Cut', cautions: true } },
    on: { set: work({ on: 'woofer' }), seen: { fit: 'n the door speaker' } },
    needs: { set: work({ needs: ['woofer:off'] }), seen: { fit: true } },
    phase: { set: work({ phase: 'apart' }), seen: { order: true, fit: true } },
    undo: { set: work({ undo: 'blind it with a grommet' }), seen: { back: 'lind it with a grommet' } },
    at: { set: work({ at: [[300, 300]] }), seen: { drawing: true } },
    shape: { set: work({ shape: box(300, 300, 40, 40) }), seen: { drawing: true } },
    tool: { set: work({ tool: 'step-drill' }), seen: { tools: 'tep drill' } },
    'datum.from': { set: work({ datum: { from: 'lower seam', up: 45 } }), seen: { fit: 'lower seam' } },
    'datum.up': { set: work({ datum: { from: 'lower seam', up: 45 } }), seen: { fit: '45 mm above' } },
    'datum.andFrom': {
      set: work({ datum: { from: 'lower seam', andFrom: 'hinge edge', back: 120 } }),
      seen: { fit: 'hinge edge' },
    },
    'datum.back': {
      set: work({ datum: { from: 'lower seam', andFrom: 'hinge edge', back: 120 } }),
      seen: { fit: '120 mm behind' },
    },
    leaves: { set: work({ leaves: ['swarf'] }), seen: { back: 'Swarf' } },
    material: { set: work({ material: ['edge-primer'] }), seen: { fit: 'edge primer', materials: 'edge' } },
    reversible: { set: work({ reversible: false }), seen: { fit: 'cannot go back to stock' } },
    for: { set: work({ for: 'pod' }), seen: { refused: true } },
    while: { on: work({ for: undefined }), set: work({ for: undefined, while: 'open' }), seen: { open: true } },
    replaces: { set: work({ kind: 'fit', replaces: 'woofer' }), seen: { fit: 'old door speaker', back: true } },
    dries: { set: work({ dries: 7200 }), seen: { back: 'dried', time: true } },
    hands: { set: work({ hands: 2 }), seen: { fit: 'wo people', hands: true } },
  }),
  format: { shown: ['src/contracts/schemas/procedure.ts', 'pezzo-procedure/1'] },
  id: { set: door({ id: 'dray-2' }), seen: { order: 'free:dray-2/card' } },
  title: { shown: ['scripts/cli/print-plan.ts', 'document.title'] },
  'applies.make': {
    set: door({ applies: [{ make: 'Brannock', model: 'Dray' }] }),
    on: work({ kind: 'fit', replaces: 'woofer' }),
    seen: { fit: 'Brannock' },
  },
  'applies.model': {
    set: door({ applies: [{ make: 'Wicket', model: 'Tarn' }] }),
    on: work({ kind: 'fit', replaces: 'woofer' }),
    seen: { fit: 'Tarn' },
  },
  'applies.from': { shown: ['src/services/library.ts', 'from'] },
  'applies.to': { shown: ['src/services/library.ts', 'to'] },
  'applies.body': { shown: ['src/services/library.ts', 'body'] },
  'applies.steering': { shown: ['src/services/library.ts', 'steering'] },
  zone: { set: door({ zone: 'front-door' }), seen: { checkIn: 'Front door' } },
  side: { set: door({ side: 'right' }), seen: { checkIn: 'right', drawing: true } },
  options: { set: door({ options: {} }), on: part('lamp', { when: { lamp: 'fitted' } }), seen: { checker: true } },
  'map.width': { set: door({ map: { ...DOOR.map, width: 1000 } }), seen: { drawing: true } },
  'map.height': { set: door({ map: { ...DOOR.map, height: 700 } }), seen: { drawing: true } },
  'map.outline': {
    set: door({ map: { ...DOOR.map, outline: { path: 'M0 0 L900 0 L900 400 Z' } } }),
    seen: { drawing: true },
  },
  'map.photo.id': { shown: ['src/ui/map/map-photo.tsx', 'photo'] },
  'map.photo.corners': { shown: ['src/ui/map/map-photo.tsx', 'photo'] },
  'map.features.kind': {
    set: door({
      map: {
        ...DOOR.map,
        features: [
          {
            kind: 'pocket',
            box: [
              [100, 40],
              [500, 140],
            ],
          },
        ],
      },
    }),
    seen: { drawing: true },
  },
  'map.features.box': {
    on: door({
      map: {
        ...DOOR.map,
        features: [
          {
            kind: 'pocket',
            box: [
              [100, 40],
              [500, 140],
            ],
          },
        ],
      },
    }),
    set: door({
      map: {
        ...DOOR.map,
        features: [
          {
            kind: 'pocket',
            box: [
              [200, 40],
              [500, 140],
            ],
          },
        ],
      },
    }),
    seen: { drawing: true },
  },
  'before.first': {
    set: door({ before: [{ first: 's1', then: 'lamp', why: 'the corner tears' }] }),
    seen: { order: true },
  },
  'before.then': {
    set: door({ before: [{ first: 's1', then: 'lamp', why: 'the corner tears' }] }),
    seen: { order: true },
  },
  'before.why': {
    set: door({ before: [{ first: 's1', then: 'lamp', why: 'the corner tears' }] }),
    seen: { out: 'The corner tears.' },
  },
  'routes.of': {
    set: door({ routes: [{ of: 'woofer', anyOf: [['shield:free@lower-half'], ['shield']] }] }),
    seen: { ways: true },
  },
  'routes.anyOf': {
    set: door({ routes: [{ of: 'woofer', anyOf: [['shield:free@lower-half'], ['shield']] }] }),
    seen: { ways: true },
  },
  recordedOrder: { set: door({ recordedOrder: ['c1', 's1', 'cap', 'card'] }), seen: { recorded: true } },
  checks: {
    set: door({ checks: ['step lamp'] }),
    seen: { checkIn: 'Step lamp', back: 'Step lamp works' },
  },
  cautions: { set: door({ cautions: ['sharp-edges'] }), seen: { cautions: true } },
  photos: { shown: ['src/ui/desk/procedure/procedure-page.tsx', 'photos'] },
  'mounts.of': { set: onMount, seen: { bench: true } },
  'mounts.face': { on: onMount, set: mount({ face: 'inner skin' }), seen: { bench: 'inner skin' } },
  'mounts.bore': { on: onMount, set: mount({ bore: 120 }), seen: { bench: true } },
  'mounts.holes.count': { on: onMount, set: mount({ holes: { count: 3, circle: 156 } }), seen: { bench: true } },
  'mounts.holes.circle': { on: onMount, set: mount({ holes: { count: 4, circle: 130 } }), seen: { bench: true } },
  'mounts.holes.start': {
    on: mount({ holes: { count: 4, circle: 150, start: 45 } }),
    set: mount({ holes: { count: 4, circle: 150, start: 0 } }),
    seen: { bench: true },
  },
  'mounts.toGlass': { on: onMount, set: mount({ toGlass: undefined }), seen: { bench: true } },
  'mounts.toRegulator': {
    on: mount({ regulator: 'behind' }),
    set: mount({ regulator: 'behind', toRegulator: 40 }),
    seen: { bench: true },
  },
  'mounts.regulator': {
    on: mount({ toRegulator: 40 }),
    set: mount({ toRegulator: 40, regulator: 'behind' }),
    seen: { bench: true },
  },
  'mounts.grilleGap': { on: onMount, set: mount({ grilleGap: 3 }), seen: { bench: true } },
  'mounts.skin': { on: onMount, set: mount({ skin: 0.8 }), seen: { bench: '0.8 mm' } },
  'mounts.tolerance': { on: onMount, set: mount({ tolerance: 4 }), seen: { bench: true } },
  'mounts.measured.how': { shown: ['src/ui/desk/recorder/about/measured.tsx', 'measured'] },
  'mounts.measured.job': { shown: ['src/ui/desk/recorder/about/measured.tsx', 'measured'] },
  'pairs.of': { set: onPair, seen: { bench: '+ to BU/WH', back: '+ to BU/WH', wires: 'BU/WH' } },
  'pairs.at': { on: onPair, set: pair({ at: 'grey block' }), seen: { wires: 'grey block' } },
  'pairs.plus.colour': {
    on: onPair,
    set: pair({ plus: { colour: 'GN' } }),
    seen: { bench: '+ to GN', back: '+ to GN', wires: 'GN' },
  },
  'pairs.plus.cavity': {
    on: onPair,
    set: pair({ plus: { cavity: '9' } }),
    seen: { bench: '+ to cavity 9', wires: '"9"' },
  },
  'pairs.minus.colour': {
    on: onPair,
    set: pair({ minus: { colour: 'GN' } }),
    seen: { bench: '− to GN', back: '− to GN', wires: 'GN' },
  },
  'pairs.minus.cavity': {
    on: onPair,
    set: pair({ minus: { cavity: '9' } }),
    seen: { bench: '− to cavity 9', wires: '"9"' },
  },
  'pairs.verified.how': {
    on: onPair,
    set: pair({ verified: [{ how: 'cell', result: 'cone out' }] }),
    seen: { bench: 'as tested', wires: 'cell' },
  },
  'pairs.verified.result': { shown: ['src/ui/desk/recorder/about/measured.tsx', 'result'] },
  'pairs.verified.job': {
    on: onPair,
    set: pair({ verified: [{ how: 'cell', result: 'cone out', job: 2402 }] }),
    seen: { wires: '2402' },
  },
  'pairs.heard': {
    on: onPair,
    set: pair({ heard: 'Velden Kite' }),
    seen: { bench: 'as seen on Velden Kite', wires: 'Velden Kite' },
  },
  'access.name': { set: access({}), seen: { out: 'by the speaker opening', damping: true } },
  'access.at': { on: access({}), set: access({ at: [40, 440] }), seen: { damping: true } },
  'access.use': { on: access({}), set: access({ use: 'magnet' }), seen: { out: 'speaker opening (magnet)' } },
  afterPower: {
    on: link('l3', { safety: 'srs' }),
    set: door({ afterPower: ['radio code'] }),
    seen: { back: 'Radio code' },
  },
  schools: {
    set: door({ schools: [{ of: 'pryTool', choice: 'steel', why: 'the gap is tight' }] as never }),
    seen: { ways: 'The gap is tight' },
  },
};

/** The fields of the published schema by their path: those of items under the name of their type. */
function fieldsOf(): string[] {
  type Node = { $ref?: string; properties?: Record<string, Node>; items?: Node };
  const defs = schema.$defs as unknown as Record<string, Node>;
  const walk = (node: Node, path: string): string[] => {
    const name = node.$ref?.split('/').at(-1);
    if (name && ITEMS.includes(name)) return [];
    if (node.properties)
      return Object.entries(node.properties).flatMap(([field, one]) => walk(one, path ? `${path}.${field}` : field));
    return node.items && !node.$ref ? walk(node.items, path) : [path];
  };
  const ITEMS = ['part', 'fastener', 'link', 'work'];
  return [...walk(schema as unknown as Node, ''), ...ITEMS.flatMap((name) => walk(defs[name], name))];
}

describe('every field of the format', () => {
  it('has a row, and no row is of a field that is none', () => {
    expect(Object.keys(ROWS).sort()).toEqual([...new Set(fieldsOf())].sort());
  });

  it.each(Object.entries(ROWS))('%s is seen where it acts', (_, { set, on = (one) => one, seen = {}, shown }) => {
    if (shown) expect(readFileSync(shown[0], 'utf8')).toContain(shown[1]);
    if (!set) return expect(shown).toBeDefined();
    const before = metBefore(on(DOOR));
    const after = metOf(set(on(DOOR)));
    for (const [place, words] of Object.entries(seen) as [Place, string | true][]) {
      expect(after[place], place).not.toEqual(before[place]);
      if (words === true) continue;
      const [said, saidBefore] = [after[place].join('\n'), before[place].join('\n')];
      expect(said.includes(words) && !saidBefore.includes(words), `${place}: ${words}\n${said}`).toBe(true);
    }
  });
});
