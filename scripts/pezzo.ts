import { CommanderError } from 'commander';
import { UsageError } from './cli/usage-error';
import { makeProgram } from './program';
import { PlainFailure } from './support/project';

/** Exit status for wrong usage. */
const WRONG_USAGE = 2;

async function main(argv: string[]): Promise<void> {
  const program = makeProgram((status) => {
    process.exitCode = status;
  });
  const strict = [program, ...program.commands, ...program.commands.flatMap(({ commands }) => commands)];
  for (const command of strict) command.exitOverride();
  try {
    await program.parseAsync(argv, { from: 'user' });
  } catch (error) {
    if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : WRONG_USAGE;
    else if (error instanceof UsageError) {
      process.stderr.write(`${error.message}\n`);
      process.exitCode = WRONG_USAGE;
    } else if (error instanceof PlainFailure) {
      process.stderr.write(`${error.message}\n`);
      process.exitCode = 1;
    } else {
      process.stderr.write(`${(error as Error).stack ?? (error as Error).message}\n`);
      process.exitCode = 1;
    }
  }
}

void main(process.argv.slice(2));
