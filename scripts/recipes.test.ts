import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROOT } from './support/project';

const PAGE = readFileSync(join(ROOT, 'CONTRIBUTING.md'), 'utf8');
/** The example of a recipe, by the word behind its fence. */
const example = (name: string) => PAGE.split(`\`\`\`ts ${name}\n`)[1].split('```')[0];

describe('every path that a recipe names', () => {
  const roots = /^(?:src|app|tests|scripts|docs|demo|benchmarks|bin)\//;
  const paths = [...PAGE.matchAll(/`([^`\s]+)`|\]\(([^)]+)\)/g)].map(([, code, link]) => code ?? link);
  it.each([...new Set(paths.filter((path) => roots.test(path)))])('is there: %s', (path) => {
    expect(existsSync(join(ROOT, path.replace(/\/$/, '')))).toBe(true);
  });

  it('is some', () => {
    expect(paths.filter((path) => roots.test(path)).length).toBeGreaterThan(20);
  });
});

describe('the recipe for a fastener kind, done in a scratch copy', () => {
  const KINDS = 'src/core/trade/hardware/fastener-kinds.ts';
  const SPOKEN = 'src/core/document/notation/vocabulary.ts';
  let scratch: string;
  const insert = (file: string, after: string, text: string) => {
    const path = join(scratch, file);
    const source = readFileSync(join(ROOT, file), 'utf8');
    expect(source).toContain(after);
    writeFileSync(path, source.replace(after, `${after}${text}`));
  };
  const run = (...args: string[]) => spawnSync('node', args, { cwd: scratch, encoding: 'utf8' });
  beforeAll(() => {
    // Inside the project, so that its packages are found.
    mkdirSync(join(ROOT, '.pezzo'), { recursive: true });
    scratch = mkdtempSync(join(ROOT, '.pezzo/recipe-'));
    for (const part of ['src/core', 'tests/support', 'tests/fixtures', 'demo', 'vitest.config.ts', 'tsconfig.json'])
      cpSync(join(ROOT, part), join(scratch, part), { recursive: true });
    insert(KINDS, 'const KINDS = {\n', example('kind'));
    insert(SPOKEN, 'const FASTENER_WORDS: [words: string, kind: FastenerCode][] = [\n', example('spoken'));
  });
  afterAll(() => rmSync(scratch, { recursive: true, force: true }));

  it('passes the tests of the folders it touches', () => {
    const folders = ['src/core/trade', 'src/core/document/notation', 'src/core/document/drawing'];
    const { status, stdout, stderr } = run(
      join(ROOT, 'node_modules/vitest/vitest.mjs'),
      'run',
      '--project',
      'unit',
      '--reporter=verbose',
      ...folders,
    );
    expect(stdout + stderr).toContain('quarter-turn fastener');
    expect(status, stdout + stderr).toBe(0);
  }, 300_000);

  it('does not compile where something of it is left out', () => {
    const compile = () =>
      run(
        join(ROOT, 'node_modules/typescript/bin/tsc'),
        '--noEmit',
        '--strict',
        '--target',
        'es2023',
        '--module',
        'esnext',
        '--moduleResolution',
        'bundler',
        '--ignoreConfig',
        KINDS,
      );
    expect(compile().stdout).toBe('');
    insert(KINDS, 'const KINDS = {\n', example('kind').replace(/^ *glyph: .*\n/m, ''));
    expect(compile().stdout).toContain("Property 'glyph' is missing");
  }, 300_000);
});
