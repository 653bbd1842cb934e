import { readdirSync } from 'node:fs';
import { expect, it } from 'vitest';
import { SCHEMA } from './schema';

it('names as many migrations as there are', () => {
  const files = readdirSync(new URL('./migrations/', import.meta.url)).filter((file) => file.endsWith('.sql'));
  expect(SCHEMA).toBe(files.length);
  expect(files.sort().at(-1)!.startsWith(String(SCHEMA).padStart(4, '0'))).toBe(true);
});
