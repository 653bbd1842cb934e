import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { waysBack } from './print-plans';
import { ROOT } from './support/project';

it('the printed ways back are those that are planned now', () => {
  const folder = join(ROOT, 'docs/plans');
  const printed = new Map(readdirSync(folder).map((name) => [name, readFileSync(join(folder, name), 'utf8')]));
  expect(printed).toEqual(waysBack());
});
