import { UsageError } from './cli/arguments';

const USAGE = `Usage: pezzo COMMAND

  up      [--port N] [--host NAME [--certificate FILE --key FILE]] [--no-demo] [--reset-demo]
          install what is missing, start the database, migrate, build, serve; over TLS for a host that is not loopback
  backup  FILE
          write everything the database holds to one file
  restore FILE [--replace]
          bring it back into an empty database, or in place of what is there
  customers list [--json] | export JOB FILE | redact JOB | redact --due
          what the shop holds of its customers: see it, hand it out, erase it
  sbom    FILE | --document
          the bill of materials (CycloneDX), or docs/third-party.md brought up to date
  test    type check, lint, dependency rules, unit, integration and browser tests; “test faults” kills the app, database and browser many times
  measure NAME
          print the figures of one benchmark
  plan    FILE [FILE …] --goal GOAL [--option name=value] [--order best|recorded] [--costs FILE] [--tray BINS] [--time-limit SECONDS] [--json]
          the least teardown for a goal, and the way back
  check   FILE [--json]
          what cannot be right in a procedure
`;

const COMMANDS: Record<string, (argv: string[]) => Promise<number>> = {
  up: async (argv) => (await import('./up/up')).upCommand(argv),
  backup: async (argv) => (await import('./backup/backup')).backupCommand(argv),
  restore: async (argv) => (await import('./backup/restore')).restoreCommand(argv),
  customers: async (argv) => (await import('./customers')).customersCommand(argv),
  sbom: async (argv) => (await import('./sbom')).sbomCommand(argv),
  test: async (argv) => (await import('./test/test')).testCommand(argv),
  measure: async (argv) => (await import('./measure')).measureCommand(argv),
  plan: async (argv) => (await import('./cli/plan')).planCommand(argv),
  check: async (argv) => (await import('./cli/check')).checkCommand(argv),
};

async function main([name, ...argv]: string[]): Promise<number> {
  if (name === 'help' || name === '--help' || name === '-h') {
    process.stdout.write(USAGE);
    return 0;
  }
  const command = name ? COMMANDS[name] : undefined;
  if (!command) throw new UsageError(`${name ? `There is no command “${name}”.\n` : ''}${USAGE}`);
  return command(argv);
}

main(process.argv.slice(2)).then(
  (status) => { process.exitCode = status; },
  (error: Error) => {
    process.stderr.write(`${error instanceof UsageError ? error.message : error.stack ?? error.message}\n`);
    process.exitCode = error instanceof UsageError ? 2 : 1;
  },
);
