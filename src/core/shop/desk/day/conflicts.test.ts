import { describe, expect, it } from 'vitest';
import { conflictsOf, type Hand, type PlacedJob, projectDay } from './conflicts';
import { conflictWords, spanWords, workWords } from './words';

const HANDS: Hand[] = [
  { id: 'bea', role: 'technician', isHere: true },
  { id: 'pip', role: 'trainee', isHere: true },
  { id: 'gone', role: 'technician', isHere: false },
];
const placed = (job: number, more: Partial<PlacedJob> = {}): PlacedJob => ({
  job,
  person: null,
  bay: null,
  start: 0,
  likelySeconds: 1000,
  safeSeconds: 1500,
  isBegun: false,
  due: null,
  partsAt: null,
  tools: [],
  hasSrs: false,
  takesTwo: false,
  trainedPerson: null,
  isHighVoltage: false,
  ...more,
});
const codes = (jobs: PlacedJob[], pieces: [string, number][] = []) =>
  conflictsOf(jobs, HANDS, new Map(pieces)).map(({ code, jobs: about }) => [code, ...about]);

describe('conflicts of the day', () => {
  it('are named: the same hands, bay or tool twice', () => {
    const both = { person: 'bea', bay: 'Bay 1', tools: ['rivet-tool'] };
    expect(codes([placed(1, both), placed(2, { ...both, start: 999 })], [['rivet-tool', 1]])).toEqual([
      ['person-twice', 1, 2],
      ['bay-twice', 1, 2],
      ['tool-short', 1, 2],
    ]);
    expect(codes([placed(1, both), placed(2, { ...both, start: 1000 })], [['rivet-tool', 1]])).toEqual([]);
    expect(codes([placed(1, both)], [['rivet-tool', 0]])).toEqual([['tool-short', 1]]);
    expect(codes([placed(1, both), placed(2, { tools: both.tools })], [['rivet-tool', 2]])).toEqual([]);
  });

  it('are named once where one person has many', () => {
    const many = [1, 2, 3, 4].map((job) => placed(job, { person: 'bea', isBegun: true }));
    expect(codes([...many, placed(5, { person: 'bea', start: 5000 })])).toEqual([['person-twice', 1, 2, 3, 4]]);
    const chain = [placed(1, { bay: 'B' }), placed(2, { bay: 'B', start: 500 }), placed(3, { bay: 'B', start: 1200 })];
    expect(codes(chain)).toEqual([
      ['bay-twice', 1, 2],
      ['bay-twice', 2, 3],
    ]);
  });

  it('are named: a part that comes later, a trainee on airbags, orange cables, somebody who left', () => {
    expect(codes([placed(1, { start: 10, partsAt: 20 }), placed(2, { start: 20, partsAt: 20 })])).toEqual([
      ['part-later', 1],
    ]);
    expect(codes([placed(1, { person: 'pip', hasSrs: true }), placed(2, { person: 'bea', hasSrs: true })])).toEqual([
      ['srs-trainee', 1],
    ]);
    expect(codes([placed(1, { isHighVoltage: true })])).toEqual([['not-trained', 1]]);
    expect(codes([placed(1, { isHighVoltage: true, trainedPerson: 'bea', person: 'pip' })])).toEqual([
      ['not-trained', 1],
    ]);
    expect(codes([placed(1, { isHighVoltage: true, trainedPerson: 'bea', person: 'bea' })])).toEqual([]);
    expect(codes([placed(1, { person: 'gone' })])).toEqual([['not-here', 1]]);
  });

  it('are named: what takes two where nobody else is here', () => {
    const job = placed(1, { person: 'bea', takesTwo: true });
    const [bea, ...others] = [...HANDS].sort((a, b) => Number(b.id === 'bea') - Number(a.id === 'bea'));
    expect(conflictsOf([job], [bea, ...others], new Map())).toEqual([]);
    const alone = conflictsOf([job], [bea, ...others.map((one) => ({ ...one, isHere: false }))], new Map());
    expect(alone).toEqual([{ code: 'alone', jobs: [1] }]);
    expect(conflictWords(alone[0], { person: (id) => id, tool: (code) => code })).toBe(
      'Takes two people, and nobody else is here',
    );
  });

  it('see a promise that will be broken before it is', () => {
    // The first is under way; the second begins when it is likely done, at 1000, and is safe by 1500 + 1500.
    const first = placed(1, { person: 'bea', isBegun: true, start: -500 });
    const second = (due: number) => placed(2, { person: 'bea', start: 1600, due });
    expect(projectDay([second(0), first])).toEqual([
      { job: 1, start: 0, likelyEnd: 1000, safeEnd: 1500 },
      { job: 2, start: 1600, likelyEnd: 2600, safeEnd: 3100 },
    ]);
    expect(codes([first, second(3100)])).toEqual([]);
    expect(codes([first, second(2800)])).toEqual([['tight', 2]]);
    expect(codes([first, second(2599)])).toEqual([['late', 2]]);
  });

  it('are said in words', () => {
    const names = { person: (id: string) => id, tool: () => 'rivet tool' };
    expect(conflictWords({ code: 'tool-short', jobs: [1, 2], tool: 'x', pieces: 1 }, names)).toBe(
      '2 jobs need the one rivet tool at once',
    );
    expect([spanWords(5400), spanWords(3900), spanWords(3600), spanWords(20)]).toEqual([
      '1 h 30',
      '1 h 05',
      '1 h',
      '1 min',
    ]);
    expect([workWords(15_000, 4800), workWords(3900, 0)]).toEqual(['4 h 10 of work, 1 h 20 of waiting', '1 h 05']);
  });
});
