import { describe, expect, it } from 'vitest';
import { demoNames, demoProcedure } from '@tests/support/demo';
import { fixture } from '@tests/support/fixture';
import { planOf } from '@tests/support/plan';
import { deviceOf, workThrough } from '@tests/support/work-run';
import { basesOf, basisOf, foldRun, isBalanced, judgeFor, viewRun } from '../../bay';
import type { ProcedureDocument, Work } from '../../document';
import { makePlan, type Plan, runPlanOf } from '../../telling';
import { newPartId } from './fit-step-ids';
import { withNewSpeaker } from './fit-steps';
import { type Fixing, FIXINGS, fixingsOf, type SpeakerFacts } from './fixing';
import { placeNewParts } from './place-new';
import { fixingRefusalWords } from './say-fixing';

const KITE = demoProcedure('kite-rear-door');
const PLACE = { of: 'woofer', bore: 142, toGlass: 68, grilleGap: 24, tolerance: 1 };
const SPEAKER: SpeakerFacts = {
  name: 'Saltmarsh 165 A',
  kind: 'speaker',
  basket: 168,
  cutout: 140,
  holes: 4,
  circle: 156,
  depth: 62,
  proud: 8,
  stroke: 4,
  ohms: 4,
};
const RING: Work = {
  id: 'plate',
  kind: 'put-on',
  name: 'Adapter plate',
  needs: ['woofer:off'],
  on: 'woofer',
  material: ['adapter plate'],
};

/** The rear door with its speaker held some other way. */
const held = (with_: Partial<ProcedureDocument['fasteners'][number]>, more: Partial<ProcedureDocument> = {}) => ({
  ...KITE,
  mounts: [{ ...PLACE, holes: { count: 4, circle: 156 } }],
  fasteners: KITE.fasteners.map((one) =>
    one.id === 's4' ? { id: 's4', holds: 'woofer', count: 4, at: one.at, ...with_ } : one,
  ) as ProcedureDocument['fasteners'],
  ...more,
});
const STATES = {
  screws: held({ kind: 'screw', drive: 'T25' }),
  rivets: held({ kind: 'rivet' }),
  'rivets to nuts': held({ kind: 'rivet', refit: { as: 'rivet nut and screw', material: 'rivet nut' } }),
  studs: held({ kind: 'nut', drive: 'hex-7' }),
  tabs: held({ kind: 'tab' }, { mounts: [PLACE] }),
  'ring recorded': held(
    { kind: 'bolt', drive: 'hex-7' },
    { work: [RING], mounts: [{ ...PLACE, holes: { count: 3, circle: 161 } }] },
  ),
  unmeasured: held({ kind: 'screw', drive: 'T25' }, { mounts: [] }),
} satisfies Record<string, ProcedureDocument>;
type State = keyof typeof STATES;

/** What is made ready, with what and by which tool, for each way besides what every way has. */
const OWN: Record<Fixing, { steps: string[]; tools: string[]; materials: string[] }> = {
  screws: { steps: [], tools: [], materials: [] },
  ring: { steps: ['ring', 'ring-seal'], tools: ['PH2'], materials: ['ring material'] },
  clips: { steps: ['nuts'], tools: ['PH2'], materials: ['clip nut'] },
  nuts: { steps: ['nuts'], tools: ['rivet-nut-tool', 'PH2'], materials: ['rivet nut'] },
  holes: {
    steps: ['mark', 'drill', 'deburr', 'edges'],
    tools: ['centre-punch', 'drill', 'file', 'PH2'],
    materials: ['edge primer'],
  },
};
const ALWAYS = { steps: ['bag', 'foam', 'gasket', 'join', 'polarity'], tools: ['pliers'] };
const MATERIALS = ['gasket tape', 'plug adapter', 'blade terminals 2.8 / 4.8 / 6.3 mm', 'foam tape'];

/** The ways that can be taken for each recorded state, the best first; common practice, no source. */
const WAYS: Record<State, Fixing[]> = {
  screws: ['screws', 'ring', 'clips', 'nuts', 'holes'],
  rivets: ['ring', 'nuts', 'clips', 'holes'],
  'rivets to nuts': ['screws', 'ring', 'nuts', 'clips', 'holes'],
  studs: ['screws', 'ring', 'clips', 'nuts', 'holes'],
  tabs: ['holes'],
  'ring recorded': ['ring', 'holes'],
  unmeasured: ['screws', 'ring', 'clips', 'nuts', 'holes'],
};
const CASES = (Object.keys(STATES) as State[]).flatMap((state) =>
  WAYS[state].map((way): [Fixing, State] => [way, state]),
);

const DOOR = 'kite-rear-door';
const fitted = (document: ProcedureDocument, fixing: Fixing | null) =>
  withNewSpeaker(document, { of: 'woofer', speaker: SPEAKER, joint: 'adapter', fixing });
const plan = (document: ProcedureDocument, goal = `fit ${DOOR}/${newPartId('woofer')}`) =>
  planOf(document, [goal], { windows: 'power' });
const made = ({ steps }: Plan, list: 'fit' | 'refit') =>
  steps[list]
    .flatMap(({ actions }) => actions)
    .flatMap((key) =>
      key.startsWith(`work:${DOOR}/new-woofer-`) ? [key.slice(`work:${DOOR}/new-woofer-`.length)] : [],
    )
    .sort();
const gates = ({ refit }: Plan) =>
  refit.flatMap(({ gate, key, checks }) => (gate ? checks.map(({ id }) => `${key} ${id}`) : []));

describe('each way of fixing, by what was recorded of the place', () => {
  it.each(Object.keys(STATES) as State[])('%s: the ways that can be taken, the best first', (state) => {
    const { choices, refused } = fixingsOf(STATES[state], 'woofer', SPEAKER);
    expect(choices.map(({ way }) => way)).toEqual(WAYS[state]);
    expect([...refused.keys()].sort()).toEqual(FIXINGS.filter((way) => !WAYS[state].includes(way)).sort());
    for (const refusal of refused.values()) expect(fixingRefusalWords(refusal)).not.toContain('undefined');
  });

  it.each(CASES)('%s where there are %s: exactly its steps, tools, materials and gates', (way, state) => {
    const document = STATES[state];
    const planned = plan(fitted(document, way));
    const plain = plan(document, 'woofer:off');
    const own = OWN[way];
    const isRecorded = way === 'ring' && state === 'ring recorded';
    const steps = isRecorded ? [] : own.steps;
    expect(made(planned, 'fit')).toEqual([...ALWAYS.steps, ...steps].sort());
    expect(made(planned, 'refit')).toEqual(way === 'screws' ? ['ties'] : ['screws', 'ties']);
    const more = (all: { tool: string }[], than: { tool: string }[]) =>
      all.map(({ tool }) => tool).filter((tool) => !than.some((one) => one.tool === tool));
    expect(more(planned.tools, plain.tools).sort()).toEqual(
      more(
        [...ALWAYS.tools, ...own.tools].map((tool) => ({ tool })),
        plain.tools,
      ).sort(),
    );
    expect(planned.materials.map(({ name }) => name).sort()).toEqual(
      [...MATERIALS, ...(isRecorded ? ['adapter plate'] : own.materials)].sort(),
    );
    expect(gates(planned)).toEqual(expect.arrayContaining(stays(gates(plain), way)));
    const keys = planned.steps.refit.flatMap(({ actions }) => actions);
    const returns = way === 'screws' || way === 'ring';
    expect(keys.filter((key) => key.endsWith('/s4')).length > 0).toBe(returns);
    const at = (key: string) => keys.indexOf(`${key}:${DOOR}/${key === 'join' ? 'l3' : 'woofer'}`);
    expect(at('place') < at('join') && at('join') < at('seat') && at('place') >= 0).toBe(true);
    if (way === 'ring') expect(keys.findLastIndex((key) => key.endsWith('/s4'))).toBeLessThan(at('place'));
    if (state === 'ring recorded' && way === 'ring')
      expect(planned.steps.fit.flatMap(({ actions }) => actions)).toContain(`work:${DOOR}/plate`);
  });

  it('asks where nobody said how, and drills, puts on and leaves out nothing', () => {
    for (const document of Object.values(STATES)) {
      const open = plan(fitted(document, null));
      expect(made(open, 'fit')).toEqual(ALWAYS.steps);
      expect(gates(open)).toEqual(expect.arrayContaining(gates(plan(document, 'woofer:off'))));
    }
  });

  it('says what a depth check lacks, and that half a speaker’s figures are not 0', () => {
    expect(fixingsOf(STATES.unmeasured, 'woofer', SPEAKER).lacks.map(({ field }) => field)).toEqual([
      'toGlass',
      'grilleGap',
      'bore',
    ]);
    const { lacks, choices } = fixingsOf(STATES.screws, 'woofer', { name: null, kind: 'speaker', holes: 4 });
    expect(lacks.map(({ field }) => field)).toEqual(['depth', 'proud', 'stroke', 'cutout', 'basket', 'circle']);
    expect(choices.map(({ way }) => way)).toEqual(WAYS.screws);
  });

  it('refuses what cannot be, in trade words', () => {
    const problem = (fixing: Fixing | null, speaker: SpeakerFacts, document: ProcedureDocument = STATES.screws) =>
      placeNewParts([document], [{ procedure: null, of: 'woofer', fixing, speaker }]).problems[0]?.message;
    expect(problem('screws', SPEAKER, STATES.tabs)).toBe(
      'The new part for the door speaker cannot be fixed with the factory’s own fixings. Nothing is screwed there: what holds the old one fits only that. It can go in new holes.',
    );
    // By hand: 62 + 40 + 5 − 68 = 39 at least, 24 − 8 − 4 − 2 = 10 at most.
    expect(problem(null, { ...SPEAKER, depth: 102 })).toBe(
      'In the place of the door speaker: It does not fit: too deep by 29 mm.',
    );
    // No ring of 6 mm: 24 − 16 − 4 − 2 = 2 in front.
    expect(problem('ring', { ...SPEAKER, proud: 16 })).toContain('no room for a ring');
    const wish = { procedure: null, of: 'woofer', fixing: null, speaker: null };
    expect(placeNewParts([KITE], [wish, wish]).problems.map(({ code }) => code)).toEqual(['two-for-one-place']);
    expect(placeNewParts([KITE], [{ ...wish, of: 'roof' }]).problems.map(({ code }) => code)).toEqual(['no-place']);
    const amplified = {
      ...KITE,
      parts: KITE.parts.map((one) => (one.id === 'woofer' ? { ...one, when: { rear: 'yes' } } : one)),
    };
    expect(placeNewParts([amplified], [wish], { options: { rear: 'no' } }).problems.map(({ code }) => code)).toEqual([
      'not-on-vehicle',
    ]);
  });
});

/** Lines of a plan without a new part that name nothing which then stays out. */
const stays = (lines: string[], way: Fixing) =>
  way === 'screws' || way === 'ring' ? lines : lines.filter((line) => !line.includes(`${DOOR}/s4`));

const DOORS = new Map(
  [
    ...demoNames().map(demoProcedure),
    // Told by a colleague, and drawn by nobody: an amplified door whose speaker rolls out without a screw, a parcel shelf.
    ...['lumen-rear-door', 'calder-parcel-shelf'].map(
      (name) => JSON.parse(fixture(`doors/${name}.json`)) as ProcedureDocument,
    ),
  ].map((document) => [document.id, document]),
);
const PLACES = [...DOORS.values()].flatMap(({ id: name, parts }) =>
  parts.filter(({ kind }) => kind === 'speaker' || kind === 'tweeter').map(({ id }): [string, string] => [name, id]),
);

describe('every place of the demo, and of doors that were only told', () => {
  it.each(PLACES)('%s, %s: by every way that can be taken, with every joint, down to a balanced ledger', (name, of) => {
    const document = DOORS.get(name)!;
    const ways = fixingsOf(document, of, null).choices.map(({ way }) => way);
    expect(ways.at(-1)).toBe('holes');
    for (const fixing of [...ways, null])
      for (const joint of fixing === ways[0] ? (['adapter', 'solder', 'crimp'] as const) : (['solder'] as const)) {
        const speaker: SpeakerFacts = { name: 'Saltmarsh 165 A', kind: 'speaker' };
        const documents = [withNewSpeaker(document, { of, speaker, joint, fixing, crossover: true })];
        const goals = [`fit ${name}/${newPartId(of)}`];
        const planned = makePlan({ documents, goals, options: {} });
        if (!planned.ok) throw new Error(planned.problems[0].message);
        const run = runPlanOf(planned.plan, { documents, options: {}, goals, newParts: [] });
        const state = foldRun(workThrough(run, deviceOf('bea')), judgeFor(basesOf(run)));
        const { ledger, blocks } = viewRun(basisOf(run, state).graph, run, state);
        expect([ledger.filter((row) => !isBalanced(row)), blocks]).toEqual([[], []]);
        const drills = planned.plan.fit.some(({ key }) => /new-.*-drill$/.test(key));
        expect(drills).toBe(fixing === 'holes');
      }
  });
});
