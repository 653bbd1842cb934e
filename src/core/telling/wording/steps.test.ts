import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { planOf } from '@tests/support/plan';
import { BASE_CATALOGUE, extendCatalogue } from '../../trade';
import { buildGraph, type ActionGraph, planRefit, DEFAULT_COSTS } from '../../planning';
import type { ProcedureDocument } from '../../document';
import type { Plan } from '../plan';
import { gateWords } from './gates';
import { wordRefit } from './refit';
import type { StepWords } from './step-site';
import { handStepWords } from './steps';

const KITE = demoProcedure('kite-rear-door');
const LUMEN = demoProcedure('lumen-front-door');
const kiteOptions = { windows: 'power' };
const lumenOptions = { audio: 'amplified', puddle: 'fitted' };
const kite = planOf(KITE, ['woofer'], kiteOptions);
const lumen = planOf(LUMEN, ['woofer'], lumenOptions);
const kiteGraph = buildGraph([KITE], { options: kiteOptions });
const lumenGraph = buildGraph([LUMEN], { options: lumenOptions });

/** The words of the step of the way out that holds an action. */
function out(plan: Plan, graph: ActionGraph, key: string): StepWords {
  const step = plan.handSteps.find(({ actions }) => actions.includes(key))!;
  return handStepWords({ graph, waysTaken: plan.waysTaken }, step);
}

/** The words of the step of the way back that holds an action. */
function back(plan: Plan, graph: ActionGraph, key: string): StepWords {
  const done = plan.removal.map((one) => graph.idOf.get(one.key)!);
  const { steps, actions } = planRefit(graph, done, DEFAULT_COSTS);
  const refit = new Map(wordRefit(graph, actions).map((one) => [one.key, one]));
  return handStepWords(
    { graph, waysTaken: {}, refit },
    steps.find((one) => one.actions.includes(key))!,
  );
}

describe('a step of the way out', () => {
  it('of screws says verb, size, count, where they hide and what they hold', () => {
    expect(out(kite, kiteGraph, 'release:kite-rear-door/s1')).toMatchObject({
      verb: 'Unscrew',
      plate: 'T20',
      thing: 'screws',
      count: 2,
      title: 'Unscrew 2 T20 screws',
      where: 'Where the pull-cup cap was',
      done: 'Both are out',
    });
    expect(out(kite, kiteGraph, 'release:kite-rear-door/s1').lines[0]).toBe('They hold the door card.');
    expect(out(kite, kiteGraph, 'release:kite-rear-door/s2')).toMatchObject({
      plate: '7 mm',
      count: 1,
      where: expect.stringMatching(/60 mm deep, at 25°$/),
      done: 'It is out',
    });
    expect(out(kite, kiteGraph, 'release:kite-rear-door/s3').notes).toContain(
      'Longer than the pull-cup screws: in the wrong hole it dents the skin.',
    );
  });

  it('of a pull gives the motions in their order, the pieces that let go, where to start and the technique', () => {
    const words = out(kite, kiteGraph, 'free:kite-rear-door/card');
    expect(words.lines[0]).toBe('Pull out at the bottom, then pull straight off, then lift.');
    expect(words.lines[1]).toMatch(/9 push clips.* let go\.$/);
    expect(words.where).toBe('Start at the bottom rear corner');
    expect(words.notes).toContain('Hands flat, one clip at a time; if it resists, a fastener was missed.');
    expect(words.lines.join(' ')).toContain('Still tied by: ');
  });

  it('of tethers tells how each lets go and how it is marked', () => {
    const cable = out(kite, kiteGraph, 'undo:kite-rear-door/l2');
    expect(cable.verb).toBe('Unhook');
    expect(cable.lines.join(' ')).toMatch(/nhook the outer, turn, drop the ball; mark: dark one low/);
    expect(out(lumen, lumenGraph, 'undo:lumen-front-door/srs1')).toMatchObject({ plate: 'SRS' });
    expect(out(lumen, lumenGraph, 'undo:lumen-front-door/srs1').title).toContain('pressure-sensor plug');
  });

  it('says what stays in a part that is taken away', () => {
    expect(out(lumen, lumenGraph, 'takeOff:lumen-front-door/sail').lines).toContain('The tweeter stays in it.');
  });

  it('speaks of the vehicle where no procedure is meant', () => {
    expect(['check', 'batteryOff', 'wait'].map((key) => out(lumen, lumenGraph, key).verb)).toEqual([
      'Before the battery',
      'Disconnect',
      'Wait',
    ]);
  });

  it('uses a shop’s own words for its own kinds', () => {
    const catalogue = extendCatalogue(BASE_CATALOGUE, [
      { code: 'velvet-clip', like: 'push-clip', name: 'velvet clip', plural: 'velvet clips' },
    ]);
    const document: ProcedureDocument = {
      ...KITE,
      fasteners: KITE.fasteners.map((one) => (one.id === 'c1' ? { ...one, kind: 'velvet-clip' } : one)),
    };
    const graph = buildGraph([document], { options: kiteOptions, catalogue });
    expect(out(kite, graph, 'release:kite-rear-door/c1').lines[1]).toContain('9 velvet clips');
  });
});

describe('a step of the way back', () => {
  it('turns the motions round', () => {
    expect(back(kite, kiteGraph, 'seat:kite-rear-door/bezel').lines[0]).toMatch(
      /^.*ower into place, then slide forwards/,
    );
  });

  it('keeps the marks of what is joined', () => {
    expect(back(kite, kiteGraph, 'join:kite-rear-door/l2').notes).toEqual(['Mark: dark one low.']);
  });
});

describe('gates', () => {
  it('are named by the part they close', () => {
    const gates = kite.refit.filter((one) => one.gate && one.item === 'card').map((one) => gateWords([KITE], one));
    expect(gates).toEqual(['Clips of the door card', 'Before the door card closes', 'Test with the door card open']);
    const late = lumen.refit.find((one) => one.late)!;
    expect(gateWords([LUMEN], late)).toBe('Test with the door card in place');
    expect(gateWords([KITE], { gate: 'test', procedure: null, item: 'hand-over' })).toBe('Test before giving back');
  });
});

describe('labels of the tray', () => {
  it('tell two bins of the same screws apart by what differs', () => {
    const labels = kite.tray.map(({ label }) => label);
    expect(new Set(labels).size).toBe(labels.length);
    const alike = labels.filter((label) => label.includes('T20 screw'));
    expect(alike.length).toBeGreaterThan(1);
    for (const label of alike) expect(label).toContain('of the door card');
  });
});
