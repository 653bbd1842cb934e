import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { planOf } from '@tests/support/plan';
import { buildGraph } from '../graph';
import type { Plan, PlannedAction } from '../../telling';
import { actionCautions, CAUTIONS, cautionsFor, stepCaution } from './';

const KITE = demoProcedure('kite-rear-door');
const LUMEN = demoProcedure('lumen-front-door');
const kite = planOf(KITE, ['woofer'], { windows: 'power' });
const crank = planOf(KITE, ['woofer'], { windows: 'crank' });
const lumen = planOf(LUMEN, ['woofer'], { audio: 'amplified', puddle: 'fitted' });
const step = (plan: Plan, key: string): PlannedAction =>
  plan.removal.find((action) => `${action.type} ${action.item}` === key)!;

describe('cautions', () => {
  const graph = buildGraph([LUMEN], { options: { audio: 'amplified', puddle: 'fitted' } });

  it('come with what is done, airbags first, and defer to the vehicle maker', () => {
    const codes = lumen.cautions.map((caution) => caution.code);
    expect(codes.slice(0, 2).every((code) => code.startsWith('srs'))).toBe(true);
    expect(codes).toEqual(expect.arrayContaining(['srs', 'srs-door', 'battery', 'drill', 'sharp-edges', 'glass']));
    expect(CAUTIONS.srs.text).toContain("vehicle maker's manual");
    expect(lumen.cautions.find((caution) => caution.code === 'srs')!.items).toContain('srs1');
  });

  it('of a flying clip only where there is one', () => {
    expect(crank.cautions.map((caution) => caution.code)).toContain('c-clip');
    expect(kite.cautions.map((caution) => caution.code)).not.toContain('c-clip');
  });

  it('are one a step: what can hurt first, then the wrong tool', () => {
    expect(stepCaution(graph, step(lumen, 'undo srs1'))).toEqual({ text: CAUTIONS.srs.text, isGrave: true });
    expect(actionCautions(graph, step(lumen, 'release r1'))).toEqual(['drill']);
    expect(stepCaution(graph, step(lumen, 'release s3'))).toEqual({
      text: expect.stringMatching(/^Not T25: /),
      isGrave: false,
    });
    expect(stepCaution(graph, step(lumen, 'free card'))).toBeNull();
  });

  it('are the document’s own even where nothing is done', () => {
    expect(cautionsFor(graph, []).map((caution) => caution.code)).toEqual(LUMEN.cautions);
  });
});
