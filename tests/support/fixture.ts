import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** The text of a file in `tests/fixtures`, wherever the test that reads it stands. */
export const fixture = (name: string): string => fixtureBytes(name).toString('utf8');

/** The bytes of a file in `tests/fixtures`. */
export const fixtureBytes = (name: string): Buffer =>
  readFileSync(fileURLToPath(new URL(`../fixtures/${name}`, import.meta.url)));
