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
  it('sums over the runners', () => {
    expect([passedOne, passedOne, failedOne].reduce(add, NOTHING)).toEqual({ passed: 2, failed: 1, skipped: 0 });
  });

  it('reads what the runners report', () => {
    report({ numPassedTests: 5, numFailedTests: 1, numPendingTests: 2 });
    expect(readVitest(FILE, 1)).toEqual({ passed: 5, failed: 1, skipped: 2 });
    report({ stats: { expected: 7, unexpected: 0, skipped: 1, flaky: 1 } });
    expect(readPlaywright(FILE, 0)).toEqual({ passed: 8, failed: 0, skipped: 1 });
  });

  it('counts a runner that broke as a failure, even where no test failed', () => {
    report({ numPassedTests: 5, numFailedTests: 0, numPendingTests: 0 });
    expect(readVitest(FILE, 1)).toEqual({ passed: 5, failed: 1, skipped: 0 });
    expect(readVitest('.pezzo/tally-test/none.json', 0)).toEqual(failedOne);
    expect(readPlaywright('.pezzo/tally-test/none.json', 0)).toEqual(failedOne);
  });
});
