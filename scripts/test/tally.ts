import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../support/project';

/** How many tests passed, failed and were skipped. */
export interface Tally {
  passed: number;
  failed: number;
  skipped: number;
}

export const NOTHING: Tally = { passed: 0, failed: 0, skipped: 0 };
export const passedOne: Tally = { passed: 1, failed: 0, skipped: 0 };
export const failedOne: Tally = { passed: 0, failed: 1, skipped: 0 };
export const add = (a: Tally, b: Tally): Tally => ({
  passed: a.passed + b.passed,
  failed: a.failed + b.failed,
  skipped: a.skipped + b.skipped,
});

/** A runner that failed without a failed test (a file that does not load) still counts as one failure. */
const orFailed = (tally: Tally, status: number): Tally =>
  status !== 0 && tally.failed === 0 ? add(tally, failedOne) : tally;

const readReport = <T>(path: string): T | null => {
  const file = join(ROOT, path);
  return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as T) : null;
};

/** The tally of a Vitest JSON report. */
export function readVitest(path: string, status: number): Tally {
  const report = readReport<{ numPassedTests: number; numFailedTests: number; numPendingTests: number }>(path);
  if (!report) return failedOne;
  return orFailed(
    { passed: report.numPassedTests, failed: report.numFailedTests, skipped: report.numPendingTests },
    status,
  );
}

/** The tally of a Playwright JSON report. */
export function readPlaywright(path: string, status: number): Tally {
  const report = readReport<{ stats: { expected: number; unexpected: number; skipped: number; flaky: number } }>(path);
  if (!report) return failedOne;
  const { expected, unexpected, skipped, flaky } = report.stats;
  return orFailed({ passed: expected + flaky, failed: unexpected, skipped }, status);
}
