import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './support/project';

/** Redraws the pictures of docs/architecture.md from dependency-cruiser's own output. Run with `npx tsx scripts/draw-house.ts`. */
const PATH = join(ROOT, 'docs/architecture.md');

interface Module {
  source: string;
  dependencies: { resolved: string }[];
}

const ROOMS = /^(app|src\/(?:contracts\/(?:views|schemas)|ui\/(?:design|map|desk|bay)|workers\/server|[^/]+))\//;
const WINGS = /^src\/core\/([^/]+)\//;
const CORE_ROOMS = /^src\/core\/([^/]+\/[^/]+)\//;

/** Arrows between rooms, sorted, each once. `room` names the room of a file, null where it is in none. */
function arrows(modules: Module[], room: (path: string) => string | null): string[] {
  const found = new Set<string>();
  for (const { source, dependencies } of modules) {
    const from = source.includes('.test.') ? null : room(source);
    for (const { resolved } of dependencies) {
      const to = room(resolved);
      if (from && to && from !== to) found.add(`  ${from} --> ${to}`);
    }
  }
  return [...found].sort();
}

const named = (pattern: RegExp) => (path: string) => pattern.exec(path)?.[1].replace(/^src\//, '') ?? null;

/** An arrow that another way through the picture says already is left out, so that it can be read. */
function withoutShortcuts(lines: string[]): string[] {
  const pairs = lines.map((line) => line.trim().split(' --> '));
  const reaches = (from: string, to: string, seen = new Set<string>()): boolean =>
    pairs.some(([a, b]) => a === from && !seen.has(b) && (b === to || reaches(b, to, seen.add(b))));
  const isShortcut = ([from, to]: string[]) =>
    pairs.some(([a, b]) => a === from && b !== to && reaches(b, to, new Set([from])));
  return lines.filter((_, at) => !isShortcut(pairs[at]));
}

function main(): void {
  const output = execFileSync(
    process.execPath,
    [
      'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
      '--config',
      '.dependency-cruiser.cjs',
      '-T',
      'json',
      'src',
      'app',
    ],
    { cwd: ROOT, encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 },
  );
  const { modules } = JSON.parse(output) as { modules: Module[] };
  const picture = (lines: string[]) => ['```mermaid', 'flowchart TD', ...lines, '```'].join('\n');
  let text = readFileSync(PATH, 'utf8');
  for (const [mark, lines] of [
    ['house', arrows(modules, named(ROOMS))],
    ['wings', withoutShortcuts(arrows(modules, named(WINGS)))],
    ['rooms', withoutShortcuts(arrows(modules, named(CORE_ROOMS)))],
  ] as const)
    text = text.replace(
      new RegExp(`(<!-- ${mark} -->\n)[\\s\\S]*?(\n<!-- /${mark} -->)`),
      (_, before: string, after: string) => `${before}${picture(lines)}${after}`,
    );
  writeFileSync(PATH, text);
}

main();
