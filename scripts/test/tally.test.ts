import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { ROOT } from '../support/project';
import { add, failedOne, NOTHING, passedOne, readPlaywright, readVitest } from './tally';

const FILE = '.pezzo/tally-test/report.json';
const report = (value: unknown) => {
  mkdirSync(dirname(join(ROOT, FILE)), { recursive: true });
  writeFileSync(join(ROOT, FILE), JSON.stringify(value));
};
afterAll(() => rmSync(dirname(join(ROOT, FILE)), { recursive: true, force: true }));

describe('the closing line', () => {
  it('sums over the runners, and names what failed', () => {
    expect([passedOne, passedOne, failedOne('lint')].reduce(add, NOTHING)).toEqual({
      passed: 2,
      failed: 1,
      skipped: 0,
      names: ['lint'],
    });
  });

  it('reads what the runners report', () => {
    const assertionResults = [
      { fullName: 'the judge keeps a gate shut', status: 'failed' },
      { fullName: 'the judge opens it', status: 'passed' },
    ];
    const testResults = [
      { name: 'judge.test.ts', status: 'failed', assertionResults },
      { name: 'broken.test.ts', status: 'failed', assertionResults: [] },
    ];
    report({ numPassedTests: 5, numFailedTests: 1, numPendingTests: 2, testResults });
    expect(readVitest(FILE, 1)).toEqual({
      passed: 5,
      failed: 1,
      skipped: 2,
      names: ['judge.test.ts: the judge keeps a gate shut', 'broken.test.ts'],
    });
    const suites = [{ file: 'bay.spec.ts', suites: [{ file: 'bay.spec.ts', specs: [{ title: 'rests', ok: false }] }] }];
    report({ stats: { expected: 7, unexpected: 1, skipped: 1, flaky: 1 }, suites });
    expect(readPlaywright(FILE, 1)).toEqual({ passed: 8, failed: 1, skipped: 1, names: ['bay.spec.ts: rests'] });
  });

  it('counts a runner that broke as a failure, even where no test failed', () => {
    report({ numPassedTests: 5, numFailedTests: 0, numPendingTests: 0 });
    expect(readVitest(FILE, 1)).toMatchObject({ passed: 5, failed: 1, skipped: 0 });
    expect(readVitest('.pezzo/tally-test/none.json', 0)).toMatchObject({ failed: 1, passed: 0 });
    expect(readPlaywright('.pezzo/tally-test/none.json', 0)).toMatchObject({ failed: 1, passed: 0 });
  });
});
