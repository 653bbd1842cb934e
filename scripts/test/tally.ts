import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../support/project';

/** How many tests passed, failed and were skipped, and the names of those that failed, for the end of the output. */
export interface Tally {
  passed: number;
  failed: number;
  skipped: number;
  names: string[];
}

export const NOTHING: Tally = { passed: 0, failed: 0, skipped: 0, names: [] };
export const passedOne: Tally = { ...NOTHING, passed: 1 };
export const failedOne = (name: string): Tally => ({ ...NOTHING, failed: 1, names: [name] });
export const add = (a: Tally, b: Tally): Tally => ({
  passed: a.passed + b.passed,
  failed: a.failed + b.failed,
  skipped: a.skipped + b.skipped,
  names: [...a.names, ...b.names],
});

/** A runner that failed without a failed test (a file that does not load) still counts as one failure. */
const orFailed = (tally: Tally, path: string, status: number): Tally =>
  status !== 0 && tally.failed === 0 ? add(tally, failedOne(`${path}: the runner ended with status ${status}`)) : tally;

const readReport = <T>(path: string): T | null => {
  const file = join(ROOT, path);
  return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as T) : null;
};

const noReport = (path: string) => failedOne(`${path}: the runner left no report`);

interface VitestReport {
  numPassedTests: number;
  numFailedTests: number;
  numPendingTests: number;
  testResults?: { name: string; status: string; assertionResults: { fullName: string; status: string }[] }[];
}

/** Failed tests by name, and files that failed before any test of theirs did. */
function vitestNames({ testResults = [] }: VitestReport): string[] {
  return testResults.flatMap(({ name, status, assertionResults }) => {
    const failed = assertionResults.filter((one) => one.status === 'failed').map((one) => `${name}: ${one.fullName}`);
    return failed.length === 0 && status === 'failed' ? [name] : failed;
  });
}

/** The tally of a Vitest JSON report. */
export function readVitest(path: string, status: number): Tally {
  const report = readReport<VitestReport>(path);
  if (!report) return noReport(path);
  const { numPassedTests: passed, numFailedTests: failed, numPendingTests: skipped } = report;
  return orFailed({ passed, failed, skipped, names: vitestNames(report) }, path, status);
}

interface PlaywrightSuite {
  file?: string;
  specs?: { title: string; ok: boolean }[];
  suites?: PlaywrightSuite[];
}

const playwrightNames = (suites: PlaywrightSuite[] = []): string[] =>
  suites.flatMap(({ file, specs = [], suites: inner }) => [
    ...specs.filter((spec) => !spec.ok).map((spec) => `${file}: ${spec.title}`),
    ...playwrightNames(inner),
  ]);

/** The tally of a Playwright JSON report. */
export function readPlaywright(path: string, status: number): Tally {
  const report = readReport<{
    stats: { expected: number; unexpected: number; skipped: number; flaky: number };
    suites?: PlaywrightSuite[];
  }>(path);
  if (!report) return noReport(path);
  const { expected, unexpected, skipped, flaky } = report.stats;
  const tally = { passed: expected + flaky, failed: unexpected, skipped, names: playwrightNames(report.suites) };
  return orFailed(tally, path, status);
}
