import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { procedures } from '@tests/support/generate-procedure';
import { checkProcedure, hasErrors, isNotRecorded } from '../../planning';
import type { ProcedureDocument } from '../../document';
import { makePlan } from './plan';

/** The same door as somebody recorded it who said nothing of how anything comes off. */
const untold = (document: ProcedureDocument): ProcedureDocument => ({
  ...document,
  parts: document.parts.map(({ motions: _, startAt: __, technique: ___, ...part }) => part),
});

/** Edges, knacks and angles: what only somebody who has done it can know. */
const KNACK = /at the (?:front|rear|top|bottom|left|right)\b|hidden end|twist|in the middle/i;

/** Whatever the plan says of its pulls and seats, both ways; null where no plan can be made. */
function saidOf(document: ProcedureDocument): string[] | null {
  const result = makePlan({ documents: [document], goals: [document.parts.at(-1)!.id], options: {} });
  if (!result.ok) return null;
  const { removal, refit } = result.plan.steps;
  return [...removal, ...refit]
    .filter(({ kind }) => kind === 'pull' || kind === 'seat')
    .map(({ title, where, detail }) => [title, where, detail].join(' '));
}

describe('what nobody recorded', () => {
  it('never enters a step as an edge or a knack, in generated doors', () => {
    fc.assert(
      fc.property(procedures(), (made) => {
        const document = untold(made);
        fc.pre(!hasErrors(checkProcedure(document).remarks));
        for (const said of saidOf(document) ?? []) expect(said).not.toMatch(KNACK);
      }),
      { numRuns: 60 },
    );
  });

  it.each(['kite-rear-door', 'lumen-front-door', 'carry-front-door-right', 'lumen-dash-top'])(
    '%s says what its parts usually do, and that it is not recorded',
    (id) => {
      const document = untold(demoProcedure(id));
      expect(saidOf(document)!.filter((one) => /usually: .*; not recorded/i.test(one)).length).toBeGreaterThan(0);
    },
  );

  it('is asked of every part, with answers that say how and where; an answer replaces it', () => {
    const document = untold(demoProcedure('kite-rear-door'));
    const questions = checkProcedure(document).remarks.filter(({ code }) => code === 'no-motion');
    expect(questions.map(({ items }) => items[0])).toEqual(document.parts.map(({ id }) => id));
    expect(questions.every(isNotRecorded)).toBe(true);
    for (const { answers, items } of questions) {
      expect(answers!.length, items[0]).toBeGreaterThanOrEqual(3);
      expect(new Set(answers!.map(({ words }) => words)).size).toBe(answers!.length);
    }
  });
});
