import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { ProcedureDocument } from '@/core/document';

/** A procedure of the demo by its id. */
export const demoProcedure = (id: string): ProcedureDocument =>
  JSON.parse(readFileSync(fileURLToPath(new URL(`../../demo/procedures/${id}.json`, import.meta.url)), 'utf8'));

/** The ids of all procedures of the demo. */
export const demoNames = (): string[] =>
  readdirSync(fileURLToPath(new URL('../../demo/procedures/', import.meta.url)))
    .filter((file) => file.endsWith('.json'))
    .map((file) => file.slice(0, -5))
    .sort();
