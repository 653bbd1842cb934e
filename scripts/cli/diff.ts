import { wordedDiff } from '../../src/core/telling';
import { readAndCheck } from './read-file';

/** `pezzo diff A B`: what makes one procedure of another, a sentence each. Returns the exit status: 0 also where they differ, 1 where one cannot be read. */
export function diffCommand(a: string, b: string, { json }: { json?: boolean }): number {
  const documents = [a, b].map((file) => ({ file, read: readAndCheck(file).read }));
  for (const { file, read } of documents)
    if (!read.ok) {
      process.stderr.write(`${file}: ${read.remarks[0].message}\n`);
      return 1;
    }
  const [old, next] = documents.map(({ read }) => (read.ok ? read.document : null)!);
  const changes = wordedDiff(old, next);
  if (json) process.stdout.write(`${JSON.stringify({ changes }, null, 2)}\n`);
  else
    process.stdout.write(
      changes.length ? `${changes.map(({ sentence }) => sentence).join('\n')}\n` : 'No difference.\n',
    );
  return 0;
}
