import { Argument, Command, Option } from 'commander';
import { collectNewPart } from './cli/new-parts';
import { collect, collectPair, numberFrom, wholeNumberFrom } from './cli/values';
import { BENCHMARKS } from './measure/names';
import { VERSION } from './support/version';
import { STAGES } from './test/stages';

/** A command's work: returns the exit status. Its module is loaded only when it is asked for. */
type Work<A extends unknown[]> = () => Promise<(...args: A) => number | Promise<number>>;

/** Every `pezzo` command with its arguments and options. `done` is told the exit status. */
export function makeProgram(done: (status: number) => void): Command {
  const program = new Command('pezzo')
    .version(VERSION, '-V, --version', 'print which version of Pezzo this is')
    .description('Pezzo: teardown plans, records and runs for a car-audio shop.')
    .showHelpAfterError('(--help shows how it is used)');
  const run =
    <A extends unknown[]>(work: Work<A>) =>
    async (...args: unknown[]) =>
      done(await (await work())(...(args as A)));

  program
    .command('up')
    .description('install what is missing, start the database, migrate, build and serve')
    .option('--port <number>', 'port to serve on', wholeNumberFrom(1, 65_535), 4700)
    .option(
      '--host <name>',
      'name or address that tablets use; other than loopback it is served over HTTPS',
      '127.0.0.1',
    )
    .option('--certificate <file>', 'certificate of your own, with --key')
    .option('--key <file>', 'its private key')
    .addOption(new Option('--reset-demo', 'load the demo shop anew').conflicts('demo'))
    .option('--no-demo', 'start with an empty shop')
    .action(run(async () => (await import('./up/up')).upCommand));
  program
    .command('dev')
    .description('the same with reload on every change, for working on Pezzo itself; loopback only')
    .option('--port <number>', 'port to serve on', wholeNumberFrom(1, 65_535), 4701)
    .action(run(async () => (await import('./up/dev')).devCommand));
  program
    .command('test')
    .description('run the tests: all stages but “faults” where none is named')
    .addArgument(new Argument('[stages...]', 'stages to run').choices(STAGES))
    .action(run(async () => (await import('./test/test')).testCommand));
  program
    .command('measure')
    .description('print the figures of one benchmark')
    .addArgument(new Argument('<name>', 'benchmark').choices(BENCHMARKS))
    .action(run(async () => (await import('./measure/measure')).measureCommand));

  program
    .command('plan')
    .description('the least teardown for a goal, and the way back')
    .argument('<files...>', 'procedure files of one vehicle')
    .option(
      '--goal <goal>',
      'what you want: card, card:free, "expose s1", "keep sail"; may be given several times',
      collect,
    )
    .option(
      '--new <place[=way][,speaker=file]>',
      'put something new in the place of a part: “woofer”, “kite-rear-door/woofer=ring,speaker=165.json”; ways are screws, ring, clips, nuts, holes; without one the ways are asked; may be given several times',
      collectNewPart,
    )
    .option('--option <name=value>', 'an option of the vehicle; may be given several times', collectPair, {})
    .addOption(new Option('--order <order>', 'which order to print').choices(['best', 'recorded']).default('best'))
    .option('--set <a,b>', 'parts of several zones that are tried as one; may be given several times', collect)
    .option('--costs <file>', 'prices of the order, JSON')
    .option('--tray <bins>', 'bins of the tray at hand', wholeNumberFrom(1, 200))
    .option('--time-limit <seconds>', 'longest time to search', numberFrom(0.1, 3600))
    .option('--battery-always', 'take the battery off whatever is done')
    .option('--json', 'print JSON')
    .action(run(async () => (await import('./cli/plan')).planCommand));
  program
    .command('check')
    .description('what cannot be right in a procedure')
    .argument('<file>', 'procedure file')
    .option('--json', 'print JSON')
    .action(run(async () => (await import('./cli/check')).checkCommand));

  program
    .command('diff')
    .description('what makes one procedure of another, a sentence each')
    .argument('<a>', 'procedure file')
    .argument('<b>', 'procedure file it is compared with')
    .option('--json', 'print JSON')
    .action(run(async () => (await import('./cli/diff')).diffCommand));
  program
    .command('read-notes')
    .description('read jotted notes, a line an item, into a procedure')
    .argument('<file>', 'text file')
    .option('--json', 'print JSON: the procedure, and what was not understood')
    .action(run(async () => (await import('./cli/read-notes')).readNotesCommand));

  program
    .command('fit')
    .description('work out a fit at the bench: depth, ring, marking, load, factory, wire, damp, tones and others')
    .argument('<tool>', 'which one')
    .requiredOption('--in <file>', 'JSON file with what it is given; mm, Ω, Hz, m, dB')
    .option('--out <file>', 'tones: write the tone to this WAV file')
    .option('--json', 'print JSON')
    .action(run(async () => (await import('./cli/fit')).fitCommand));

  program
    .command('export')
    .description('procedures as one zip of open files: from files, or from the library')
    .argument('[files...]', 'procedure files')
    .requiredOption('--out <file>', 'archive to write')
    .option('--procedure <id>', 'a procedure of the library; may be given several times', collect, [])
    .option('--all', 'the whole library')
    .action(run(async () => (await import('./cli/exchange')).exportCommand));
  program
    .command('import')
    .description('take an archive of procedures into the library')
    .argument('<archive>', 'zip file')
    .option('--dry-run', 'only say what would happen')
    .option('--json', 'print JSON')
    .action(run(async () => (await import('./cli/exchange')).importCommand));

  program
    .command('backup')
    .description('write everything the database holds to one file')
    .argument('<file>')
    .action(run(async () => (await import('./backup/backup')).backupCommand));
  program
    .command('restore')
    .description('restore a backup into an empty database, or in place of what is there')
    .argument('<file>')
    .option('--replace', 'replace what the database holds')
    .action(run(async () => (await import('./backup/restore')).restoreCommand));
  program
    .command('verify')
    .description('look whether every chain of records is whole, every seal fits and every sum adds up')
    .action(run(async () => (await import('./verify/verify')).verifyCommand));
  addCustomers(program.command('customers').description('what the shop holds of its customers'), run);
  program
    .command('sbom')
    .description('write the bill of materials (CycloneDX), or update docs/third-party.md')
    .argument('[file]')
    .option('--document', 'update docs/third-party.md')
    .action(run(async () => (await import('./sbom')).sbomCommand));
  return program;
}

type Runner = <A extends unknown[]>(work: Work<A>) => (...args: unknown[]) => Promise<void>;

function addCustomers(customers: Command, run: Runner): void {
  const job = () => new Argument('<job>', 'job number').argParser(wholeNumberFrom(1, 2 ** 31 - 1));
  customers
    .command('list')
    .description('every job with what it holds')
    .option('--json', 'print JSON')
    .action(run(async () => (await import('./customers')).listCommand));
  customers
    .command('export')
    .description('write everything of one job’s customer to a file')
    .addArgument(job())
    .argument('<file>')
    .action(run(async () => (await import('./customers')).exportCommand));
  customers
    .command('erase')
    .alias('redact')
    .description('erase the customer data of one job, or of all that are due')
    .addArgument(new Argument('[job]', 'job number').argParser(wholeNumberFrom(1, 2 ** 31 - 1)))
    .option('--due', 'erase everything whose keeping time is over')
    .action(run(async () => (await import('./customers')).eraseCommand));
}
