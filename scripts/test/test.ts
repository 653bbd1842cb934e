import { randomInt } from 'node:crypto';
import { runShown } from '../support/command';
import { ensureChromium } from '../support/debian';
import { startThrowAwayCluster, type Cluster } from '../support/postgres';
import { PlainFailure, say } from '../support/project';
import { runBrowser, runFaults } from './browser-stage';
import { USUAL_STAGES, type Stage } from './stages';
import { add, failedOne, passedOne, NOTHING, readVitest, type Tally } from './tally';

const node = (tool: string, ...args: string[]) => runShown(process.execPath, [`node_modules/${tool}`, ...args]);

/** Format, type check, lint, dependency rules and unused code: each counts as one test. */
async function runStatic(): Promise<Tally> {
  const checks: [name: string, run: () => Promise<number>][] = [
    ['format', () => node('prettier/bin/prettier.cjs', '--check', '--log-level=warn', '.')],
    ['types', () => node('typescript/bin/tsc', '--noEmit')],
    ['lint', () => node('eslint/bin/eslint.js', '.', '--max-warnings=0')],
    [
      'dependency rules',
      () =>
        node(
          'dependency-cruiser/bin/dependency-cruise.mjs',
          '--config',
          '.dependency-cruiser.cjs',
          'src',
          'app',
          'scripts',
          'benchmarks',
          'tests',
        ),
    ],
    ['unused code', () => node('knip/bin/knip.js')],
  ];
  let tally = NOTHING;
  for (const [name, run] of checks) {
    say(`— ${name}`);
    tally = add(tally, (await run()) === 0 ? passedOne : failedOne(name));
  }
  return tally;
}

/** The properties once more, drawn anew; the seed that is said repeats them. */
async function runExplore(): Promise<Tally> {
  const seed = process.env.PEZZO_SEED ?? String(randomInt(2 ** 31));
  say(`— properties drawn anew: PEZZO_SEED=${seed}`);
  return runVitest('unit', { PEZZO_SEED: seed });
}

async function runVitest(project: 'unit' | 'integration', env: Record<string, string> = {}): Promise<Tally> {
  say(`— ${project} tests`);
  const report = `.pezzo/${project}.json`;
  const status = await runShown(
    process.execPath,
    [
      'node_modules/vitest/vitest.mjs',
      'run',
      '--project',
      project,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ],
    { env: { ...process.env, ...env } },
  );
  return readVitest(report, status);
}

/** `pezzo test`: runs the stages and ends with the plain closing line; returns 0 only when nothing failed. */
export async function testCommand(stages: Stage[]): Promise<number> {
  const wanted = new Set(stages.length ? stages : USUAL_STAGES);
  // What must stand still to be read, and waits, take a thousandth of their time: journeys are as quick as hands that wait for nothing.
  process.env.PEZZO_TEST_CLOCK ??= '1000';
  let tally = NOTHING;
  let cluster: Cluster | null = null;
  try {
    if (wanted.has('static')) tally = add(tally, await runStatic());
    if (wanted.has('unit')) tally = add(tally, await runVitest('unit'));
    if (wanted.has('integration') || wanted.has('browser')) cluster = await startThrowAwayCluster();
    if (wanted.has('integration'))
      tally = add(
        tally,
        await runVitest('integration', {
          PEZZO_TEST_ADMIN_URL: cluster!.adminUrl('postgres'),
          PEZZO_TEST_OWNER_BASE: cluster!.url('postgres'),
          PEZZO_TEST_APP_BASE: cluster!.appUrl('postgres'),
        }),
      );
    if (wanted.has('browser')) {
      await ensureChromium();
      tally = add(tally, await runBrowser(cluster!));
    }
    if (wanted.has('explore')) tally = add(tally, await runExplore());
    if (wanted.has('faults')) {
      await ensureChromium();
      tally = add(tally, await runFaults());
    }
  } catch (error) {
    if (!(error instanceof PlainFailure)) throw error;
    say(error.message);
    tally = add(tally, failedOne(error.message));
  } finally {
    cluster?.stop();
  }
  if (tally.names.length) process.stdout.write(`\nFailed:\n${tally.names.map((name) => `  ${name}\n`).join('')}`);
  process.stdout.write(`\n${tally.passed} passed, ${tally.failed} failed, ${tally.skipped} skipped\n`);
  return tally.failed === 0 && tally.passed > 0 ? 0 : 1;
}
