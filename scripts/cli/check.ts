import { hasErrors } from '../../src/core/check';
import { readArguments, UsageError } from './arguments';
import { readAndCheck } from './read-file';

const USAGE = 'Usage: pezzo check FILE [--json]';

/** `pezzo check FILE`: prints the findings; returns the exit status. */
export function checkCommand(argv: string[]): number {
  const { values, positionals } = readArguments(argv, { json: { type: 'boolean' } }, USAGE);
  if (positionals.length !== 1) throw new UsageError(`Name one procedure file.\n${USAGE}`);
  const { result } = readAndCheck(positionals[0]);
  if (values.json) process.stdout.write(`${JSON.stringify(result, null, 2)}\n`);
  for (const finding of result.findings) {
    if (!values.json) process.stdout.write(`${finding.level}: ${finding.message}\n  ${finding.repair}\n`);
    else if (finding.level === 'error') process.stderr.write(`${finding.message}\n`);
  }
  if (!values.json && result.findings.length === 0) process.stdout.write('Nothing found.\n');
  return hasErrors(result.findings) ? 1 : 0;
}
