import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { apiAs, raw } from '../http/support';
import { hardProcedure } from '../support/hard-procedure';

/**
 * One person's flood, sent from a process of its own, as it would come from another machine: whoever measures how a
 * bystander fares must not wait for what it costs to make up the flood.
 * Arguments: name of the flood, address of the app, run and job to flood, milliseconds. Prints how many were sent.
 */
export const FLOOD_NAMES = [
  'events, 300 at once',
  'events of a type that nobody knows',
  'events that cannot be read',
  'a table of two million columns',
  'a table of a hundred thousand wires',
  'pictures that say they are enormous',
  'archives that are none',
  'procedures that are hard on purpose',
  'searches of the library',
  'bodies without an end, from nobody',
] as const;
type FloodName = (typeof FLOOD_NAMES)[number];

/** How many of its requests are under way at once. */
const AT_ONCE = 6;

async function flood(name: FloodName, url: string, floodedRun: string, job: string, milliseconds: number) {
  const flooder = await apiAs('trainee', url);
  const lead = await apiAs('lead', url);
  let lamport = 1;
  const event = (person: string, fact: object) => {
    lamport += 1;
    return { id: randomUUID(), lamport, device: 'flood', seq: lamport, person, at: new Date().toISOString(), ...fact };
  };
  const many = (count: number, fact: () => object) => Array.from({ length: count }, () => event('pip-hallam', fact()));
  const note = () => ({ type: 'note', text: 'x'.repeat(200) });
  const csv = (line: string, times: number) => line.repeat(times);
  const bomb = (() => {
    // A PNG that says it has 60 000 × 60 000 pixels.
    const head = Buffer.from('89504e470d0a1a0a0000000d494844520000ea600000ea600806000000', 'hex');
    return Buffer.concat([head, randomBytes(6 * 1024 * 1024)]);
  })();
  const sha = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

  const FLOODS: Record<FloodName, () => Promise<unknown>> = {
    'events, 300 at once': () => flooder.post(`/api/logs/${floodedRun}/events`, { data: { events: many(300, note) } }),
    'events of a type that nobody knows': () =>
      flooder.post(`/api/logs/${floodedRun}/events`, {
        data: { events: many(100, () => ({ type: `new-${lamport % 7}`, text: 'x'.repeat(3000) })) },
      }),
    'events that cannot be read': () =>
      flooder.post(`/api/logs/${floodedRun}/events`, { data: { events: many(300, () => ({ type: 'done' })) } }),
    'a table of two million columns': () =>
      lead.put('/api/speakers/list.csv', { data: csv(',', 2_000_000), headers: { 'content-type': 'text/csv' } }),
    'a table of a hundred thousand wires': () =>
      lead.put('/api/wires/list.csv', {
        data: `procedure,item,colour\n${csv('none,none,GN\n', 100_000)}`,
        headers: { 'content-type': 'text/csv' },
      }),
    'pictures that say they are enormous': () =>
      flooder.put(`/api/photos/${randomUUID()}?job=${job}&sha256=${sha(bomb)}`, {
        data: bomb,
        headers: { 'content-type': 'image/png' },
      }),
    'archives that are none': () =>
      lead.post('/api/exchange/import?dry=1', {
        data: Buffer.concat([Buffer.from('504b0304', 'hex'), randomBytes(4 * 1024 * 1024)]),
        headers: { 'content-type': 'application/zip' },
      }),
    'procedures that are hard on purpose': () =>
      lead.post('/api/procedures/bring-in', {
        data: JSON.stringify({ ...hardProcedure({ routes: 120, ways: 30, screws: 400 }), id: `hard-${lamport++}` }),
        headers: { 'content-type': 'application/json' },
      }),
    'searches of the library': () => flooder.get(`/api/search?q=${'e '.repeat(8)}`),
    'bodies without an end, from nobody': async () => {
      const chunk = Buffer.alloc(64 * 1024, 32);
      return raw(
        { path: '/api/sign-in', method: 'POST', headers: { 'content-type': 'application/json' } },
        Array.from({ length: 200 }, () => chunk),
        url,
      ).catch(() => null);
    },
  };

  const end = Date.now() + milliseconds;
  let sent = 0;
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (Date.now() < end) {
        await FLOODS[name]();
        sent += 1;
      }
    }),
  );
  process.stdout.write(String(sent));
}

const [, script, name, url, floodedRun, job, milliseconds] = process.argv;
if (script.endsWith('flooder.ts')) {
  await flood(name as FloodName, url, floodedRun, job, Number(milliseconds));
  process.exit(0);
}
