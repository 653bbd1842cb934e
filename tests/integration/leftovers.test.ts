import { mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { BODY_PREFIX, sweepLeftovers } from '@/services';

const folder = mkdtempSync(join(tmpdir(), 'pezzo-leftovers-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

it('sweeps out what an upload left that broke off with its process, and nothing that may still be under way', async () => {
  const made = (name: string, minutesOld: number) => {
    mkdirSync(join(folder, name));
    writeFileSync(join(folder, name, 'body'), 'half of it');
    const at = new Date(Date.now() - minutesOld * 60_000);
    utimesSync(join(folder, name), at, at);
  };
  made(`${BODY_PREFIX}old`, 30);
  made(`${BODY_PREFIX}new`, 1);
  made('somebody-elses', 300);
  expect(await sweepLeftovers(folder)).toBe(1);
  expect(readdirSync(folder).sort()).toEqual([`${BODY_PREFIX}new`, 'somebody-elses']);
});
