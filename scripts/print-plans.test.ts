import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { newParts, waysBack } from './print-plans';
import { ROOT } from './support/project';

it('the printed plans are those that are planned now', () => {
  const folder = join(ROOT, 'docs/plans');
  const printed = new Map(readdirSync(folder).map((name) => [name, readFileSync(join(folder, name), 'utf8')]));
  expect(printed).toEqual(new Map([...waysBack(), ...newParts()]));
});
