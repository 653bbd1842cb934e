import { hasErrors } from '../../src/core/planning';
import { readAndCheck } from './read-file';

/** `pezzo check FILE`: prints the remarks; returns the exit status. */
export function checkCommand(file: string, { json }: { json?: boolean }): number {
  const { result } = readAndCheck(file);
  if (json)
    process.stdout.write(`${JSON.stringify({ findings: result.remarks, coverage: result.coverage }, null, 2)}\n`);
  for (const remark of result.remarks) {
    if (!json) process.stdout.write(`${remark.level}: ${remark.message}\n  ${remark.repair}\n`);
    else if (remark.level === 'error') process.stderr.write(`${remark.message}\n`);
  }
  if (!json && result.remarks.length === 0) process.stdout.write('No problems found.\n');
  return hasErrors(result.remarks) ? 1 : 0;
}
