import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { addressOf, UnderWay } from './under-way';

const folder = mkdtempSync(join(tmpdir(), 'pezzo-under-way-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

it('tells which requests were being answered when a process died', () => {
  const file = join(folder, 'note');
  const note = new UnderWay(file);
  const read = () => readFileSync(file, 'utf8').split('\n').filter(Boolean).sort();
  const first = note.begin('PUT', '/api/photos/01a230ba-bdde-71bf-901c-ed7371cbf6a8');
  const second = note.begin('PUT', '/api/photos/01a230ba-bdde-71bf-901c-ed7371cbf6a9');
  const page = note.begin('GET', '/jobs/2401');
  note.begin('GET', '/_next/static/a.js');
  expect(read()).toEqual(['GET /jobs/–', 'PUT /api/photos/–']);
  first();
  expect(read()).toEqual(['GET /jobs/–', 'PUT /api/photos/–']);
  second();
  page();
  expect(read()).toEqual([]);
  note.close();
});

it('calls a request by what it is, not by what it is about', () => {
  expect(addressOf('POST', '/api/jobs/2401/quotes/3/answer')).toBe('POST /api/jobs/–/quotes/–');
});
