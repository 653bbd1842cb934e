import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { licenceTables, readBom } from './sbom';
import { ROOT } from './support/project';

const packages = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as Record<
  'dependencies' | 'devDependencies',
  Record<string, string>
>;

describe('what Pezzo is built on', () => {
  const bom = readBom();

  it('is written as CycloneDX, with everything used directly at its version, and no address that anything was fetched from', () => {
    expect(bom).toMatchObject({ bomFormat: 'CycloneDX', specVersion: '1.5' });
    const found = new Set(bom.components.map(({ name, version }) => `${name}@${version}`));
    for (const [name, version] of Object.entries({ ...packages.dependencies, ...packages.devDependencies }))
      expect(found).toContain(`${name}@${version.replace('^', '')}`);
    expect(JSON.stringify(bom)).not.toContain('"distribution"');
  });

  it('is listed with its licences in docs/third-party.md, up to date', () => {
    expect(readFileSync(join(ROOT, 'docs/third-party.md'), 'utf8')).toContain(
      licenceTables(bom).split('## Everything that comes along')[0],
    );
  });
});
