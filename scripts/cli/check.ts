import { hasErrors } from '../../src/core/check';
import { readAndCheck } from './read-file';

/** `pezzo check FILE`: prints the findings; returns the exit status. */
export function checkCommand(file: string, { json }: { json?: boolean }): number {
  const { result } = readAndCheck(file);
  if (json) process.stdout.write(`${JSON.stringify(result, null, 2)}\n`);
  for (const finding of result.findings) {
    if (!json) process.stdout.write(`${finding.level}: ${finding.message}\n  ${finding.repair}\n`);
    else if (finding.level === 'error') process.stderr.write(`${finding.message}\n`);
  }
  if (!json && result.findings.length === 0) process.stdout.write('Nothing found.\n');
  return hasErrors(result.findings) ? 1 : 0;
}
