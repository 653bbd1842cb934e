import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { VERSION } from './version';

it('is what package.json and the newest entry of the change log say', () => {
  expect((JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }).version).toBe(VERSION);
  expect(/^## (\S+)/m.exec(readFileSync('CHANGELOG.md', 'utf8'))![1]).toBe(VERSION);
});
