import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { BASE_CATALOGUE, extendCatalogue } from '../hardware';
import { actionCautions, CAUTIONS, cautionsFor, stepCaution } from '../layout';
import { buildGraph } from '../graph';
import { checkOptions, listOptions } from '../procedure';
import { makePlan, type Plan, type PlannedAction } from '../plan';
import { gateWords, instructionFor } from './instructions';

const KITE = demoProcedure('kite-rear-door');
const LUMEN = demoProcedure('lumen-front-door');
const planOf = (document: typeof KITE, goals: string[], options: Record<string, string>): Plan => {
  const result = makePlan({ documents: [document], goals, options });
  if (!result.ok) throw new Error(result.problems[0].message);
  return result.plan;
};
const kite = planOf(KITE, ['woofer'], { windows: 'power' });
const crank = planOf(KITE, ['woofer'], { windows: 'crank' });
const lumen = planOf(LUMEN, ['woofer'], { audio: 'amplified', puddle: 'fitted' });
const step = (plan: Plan, key: string): PlannedAction =>
  plan.removal.find((action) => `${action.type} ${action.item}` === key)!;
const words = (plan: Plan, document: typeof KITE, key: string) => instructionFor([document], step(plan, key));

describe('one step at arm’s length', () => {
  it('says verb, size, count, where it hides and what it holds', () => {
    expect(words(kite, KITE, 'release s1')).toEqual({
      verb: 'Unscrew',
      plate: 'T20',
      thing: 'screws',
      count: 2,
      lines: ['Where the pull-cup cap was.', 'They hold the door card.'],
      done: 'Both are out',
    });
    expect(words(kite, KITE, 'release s2')).toMatchObject({
      plate: '7 mm',
      count: 1,
      done: 'It is out',
      lines: expect.arrayContaining(['60 mm deep, at 25°.']),
    });
    expect(words(kite, KITE, 'release c1')).toMatchObject({
      verb: 'Pull free',
      plate: null,
      thing: 'push clips',
      count: 9,
      done: 'All 9 are out',
    });
    expect(words(kite, KITE, 'release s3').lines).toContain(
      'Longer than the pull-cup screws: in the wrong hole it dents the skin.',
    );
  });

  it('gives the motions in their order, the start of a pry and the technique', () => {
    expect(words(kite, KITE, 'free card').lines).toEqual([
      'Pull out at the bottom, then pull straight off, then lift.',
      'Start at the bottom rear corner.',
      'With the plastic trim tool.',
      'Hands flat, one clip at a time; if it resists, a fastener was missed.',
    ]);
  });

  it('tells how a tether lets go and how it is marked', () => {
    expect(words(kite, KITE, 'undo l2')).toMatchObject({
      verb: 'Unhook',
      thing: 'release cable',
      lines: ['Between the door card and the body.', 'Unhook the outer, turn, drop the ball.', 'Mark: dark one low.'],
    });
    expect(kite.refit.find((one) => one.key.endsWith('/l2'))!.notes).toEqual(['Mark: dark one low.']);
    expect(words(lumen, LUMEN, 'undo srs1')).toMatchObject({ plate: 'SRS', thing: 'pressure-sensor plug' });
    expect(words(lumen, LUMEN, 'undo l1')).toMatchObject({ count: 3, done: 'All 3 are undone' });
  });

  it('says what stays in a part that is taken off', () => {
    expect(words(lumen, LUMEN, 'takeOff sail').lines).toContain('Tweeter stays in it.');
  });

  it('turns the motions round on the way back', () => {
    const seat = kite.refit.find((one) => one.key === 'seat:kite-rear-door/bezel')!;
    expect(instructionFor([KITE], seat).lines[0]).toBe('Lower into place, then slide forwards.');
  });

  it('speaks of the vehicle where no procedure is meant', () => {
    expect(
      ['check before-battery', 'batteryOff battery', 'wait battery'].map((key) => words(lumen, LUMEN, key).verb),
    ).toEqual(['Before the battery', 'Disconnect', 'Wait']);
  });

  it('uses a shop’s own words for its own kinds', () => {
    const catalogue = extendCatalogue(BASE_CATALOGUE, [
      { code: 'velvet-clip', like: 'push-clip', name: 'velvet clip', plural: 'velvet clips' },
    ]);
    const document = {
      ...KITE,
      fasteners: KITE.fasteners.map((fastener) =>
        fastener.id === 'c1' ? { ...fastener, kind: 'velvet-clip' } : fastener,
      ),
    };
    expect(
      instructionFor([document], { procedure: KITE.id, item: 'c1', tool: 'trim-tool', type: 'release' }, catalogue)
        .thing,
    ).toBe('velvet clips');
  });

  it('names gates by the part they close', () => {
    const gates = kite.refit.filter((one) => one.gate && one.item === 'card').map((one) => gateWords([KITE], one));
    expect(gates).toEqual(['Clips of the door card', 'Before the door card closes', 'Test with the door card open']);
    const late = lumen.refit.find((one) => one.late)!;
    expect(gateWords([LUMEN], late)).toBe('Test with the door woofer in place');
    expect(gateWords([KITE], { gate: 'test', procedure: null, item: 'hand-over' })).toBe('Test before giving back');
  });
});

describe('why', () => {
  it('goes from the step to the goal by the shortest chain, each hop in trade words', () => {
    expect(step(kite, 'release t1').why).toEqual([
      'the tabs hold the pull-cup cap',
      'the pull-cup cap covers the T20 screws',
      'the T20 screws hold the door card',
      'the door card covers the door speaker',
      'the door speaker is wanted out',
    ]);
    expect(step(kite, 'undo l2').why).toEqual([
      'the release cable still ties the door card',
      'the door card covers the door speaker',
      'the door speaker is wanted out',
    ]);
    expect(step(kite, 'takeOff woofer').why).toEqual(['the door speaker is wanted out']);
  });

  it('tells why the battery goes off', () => {
    expect(step(lumen, 'batteryOff battery').why[0]).toContain(
      "is part of the airbag system: battery off and the vehicle maker's wait come first",
    );
    const always = makePlan({
      documents: [KITE],
      goals: ['sail'],
      options: { windows: 'power' },
      policy: { batteryAlways: true },
    });
    expect(always.ok && always.plan.removal.find((action) => action.type === 'batteryOff')!.why).toEqual([
      'the shop always takes the battery off',
    ]);
  });
});

describe('cautions', () => {
  const graph = buildGraph([LUMEN], { options: { audio: 'amplified', puddle: 'fitted' } });

  it('come with what is done, airbags first, and defer to the vehicle maker', () => {
    const codes = lumen.cautions.map((caution) => caution.code);
    expect(codes.slice(0, 2).every((code) => code.startsWith('srs'))).toBe(true);
    expect(codes).toEqual(expect.arrayContaining(['srs', 'srs-door', 'battery', 'drill', 'sharp-edges', 'glass']));
    expect(CAUTIONS.srs).toContain("vehicle maker's manual");
    expect(lumen.cautions.find((caution) => caution.code === 'srs')!.items).toContain('srs1');
  });

  it('of a flying clip only where there is one', () => {
    expect(crank.cautions.map((caution) => caution.code)).toContain('c-clip');
    expect(kite.cautions.map((caution) => caution.code)).not.toContain('c-clip');
  });

  it('are one a step: what can hurt first, then the wrong tool', () => {
    expect(stepCaution(graph, step(lumen, 'undo srs1'))).toBe(CAUTIONS.srs);
    expect(actionCautions(graph, step(lumen, 'release r1'))).toEqual(['drill']);
    expect(stepCaution(graph, step(lumen, 'release s3'))).toMatch(/^Not T25: /);
    expect(stepCaution(graph, step(lumen, 'free card'))).toBeNull();
  });

  it('are the document’s own even where nothing is done', () => {
    expect(cautionsFor(graph, []).map((caution) => caution.code)).toEqual(LUMEN.cautions);
  });
});

describe('options', () => {
  it('are listed over all documents, sorted, each value once', () => {
    expect([...listOptions([KITE, LUMEN, demoProcedure('kite-front-door')])]).toEqual([
      ['audio', ['base', 'amplified']],
      ['puddle', ['fitted', 'none']],
      ['tweeter', expect.any(Array)],
      ['windows', ['power', 'crank']],
    ]);
  });

  it('that are not listed, or have no such value, are refused with what there is', () => {
    expect(checkOptions([KITE], { windows: 'power' })).toEqual([]);
    expect(checkOptions([KITE], { windows: 'sliding' })[0]).toMatchObject({
      code: 'option-value',
      message: '“sliding” is not a value of windows: use power or crank.',
    });
    expect(checkOptions([KITE], { sunroof: 'yes' })[0]).toMatchObject({ code: 'option-unknown', option: 'sunroof' });
  });
});
