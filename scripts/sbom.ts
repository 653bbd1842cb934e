import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { UsageError } from './cli/usage-error';
import { fileHere } from './backup/tools';
import { capture } from './support/command';
import { ROOT, say } from './support/project';

/** A component of a CycloneDX 1.5 bill of materials, as far as it is used here. */
interface Component {
  name: string;
  version: string;
  licenses?: { license?: { id?: string }; expression?: string }[];
  externalReferences?: { type: string }[];
}
interface Bom {
  components: Component[];
}

/** The bill of materials of everything installed, CycloneDX 1.5 as npm writes it. Where a package was fetched from on this machine is nobody's business. */
export function readBom(): Bom {
  const bom = JSON.parse(capture('npm', ['sbom', '--sbom-format', 'cyclonedx', '--loglevel=silent'])) as Bom;
  for (const component of bom.components)
    component.externalReferences = component.externalReferences?.filter(({ type }) => type !== 'distribution');
  return bom;
}

const licenceOf = ({ licenses }: Component): string =>
  licenses
    ?.map(({ license, expression }) => expression ?? license?.id)
    .filter(Boolean)
    .join(', ') || 'see its own files';
const MARK = '<!-- made by `bin/pezzo sbom --document`; everything below this line is replaced -->';

/** The tables of docs/third-party.md: what is used directly, and how many packages of each licence come along. */
export function licenceTables(bom: Bom): string {
  const { dependencies, devDependencies } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as Record<
    'dependencies' | 'devDependencies',
    Record<string, string>
  >;
  const found = new Map(bom.components.map((component) => [`${component.name}@${component.version}`, component]));
  const row = ([name, version]: [string, string]) =>
    `| ${name} | ${version} | ${licenceOf(found.get(`${name}@${version}`)!)} |`;
  const rows = (direct: Record<string, string>) =>
    Object.entries(direct)
      .map(([name, version]): [string, string] => [name, version.replace('^', '')])
      .sort()
      .map(row);
  const counts = new Map<string, number>();
  for (const component of bom.components) counts.set(licenceOf(component), (counts.get(licenceOf(component)) ?? 0) + 1);
  const table = (title: string, head: string, lines: string[]) =>
    `## ${title}\n| ${head.split(',').join(' | ')} |\n|${head
      .split(',')
      .map(() => '---')
      .join('|')}|\n${lines.join('\n')}\n`;
  return [
    table('At run time', 'package,version,licence', rows(dependencies)),
    table('For development and tests', 'package,version,licence', rows(devDependencies)),
    table(
      'Everything that comes along',
      'licence,packages',
      [...counts]
        .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
        .map(([licence, count]) => `| ${licence} | ${count} |`),
    ),
  ].join('\n');
}

/** `pezzo sbom FILE` writes the bill of materials; `--document` brings docs/third-party.md up to date. Returns the exit status. */
export async function sbomCommand(file: string | undefined, { document }: { document?: boolean }): Promise<number> {
  if ((file !== undefined) === (document ?? false)) throw new UsageError('Name a file, or give --document.');
  const bom = readBom();
  if (file !== undefined) writeFileSync(fileHere(file), `${JSON.stringify(bom, null, 2)}\n`);
  else {
    const path = join(ROOT, 'docs/third-party.md');
    writeFileSync(path, `${readFileSync(path, 'utf8').split(MARK)[0]}${MARK}\n\n${licenceTables(bom)}`);
  }
  say(`${bom.components.length} packages.`);
  return 0;
}
