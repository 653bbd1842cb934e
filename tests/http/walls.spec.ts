import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { expect, request, test, type APIRequestContext } from '@playwright/test';
import pg from 'pg';
import { v4 as uuid } from 'uuid';
import { apiAs, NONE } from './support';
import { PAGES, ROUTES } from './routes-table';

/** Things of the first branch, by what they are. */
interface Ids {
  job: number;
  run: string;
  visit: string;
  photo: string;
  recording: string;
  procedure: string;
  comment: string;
  finding: string;
  quote: number;
  quoteId: string;
  kit: string;
  order: string;
  tool: string;
  rehearsal: string;
  device: string;
  flag: string;
  person: string;
  speaker: string;
  kind: string;
  event: string;
  secret: string;
}

/** Ids of the same form that stand for nothing. */
const NOTHING: Ids = {
  job: 999_999,
  run: NONE,
  visit: NONE,
  photo: NONE,
  recording: NONE,
  procedure: 'no-such-door',
  comment: NONE,
  finding: NONE,
  quote: 1,
  quoteId: NONE,
  kit: NONE,
  order: NONE,
  tool: NONE,
  rehearsal: NONE,
  device: NONE,
  flag: NONE,
  person: 'nobody-at-all',
  speaker: 'No such speaker',
  kind: 'no such thing',
  event: NONE,
  secret: 'nothing-like-it',
};

interface Try {
  method: string;
  at: string;
  data?: object | string | Buffer;
}
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
const sha = createHash('sha256').update(PNG).digest('hex');
const P = (id: string, rest: string) => `/api/procedures/${id}/${rest}`;
const J = (id: number, rest: string) => `/api/jobs/${id}/${rest}`;
const strokes = [
  [
    { x: 0.1, y: 0.1 },
    { x: 0.9, y: 0.9 },
  ],
];
const event = (type: string, more: object = {}) => ({
  events: [{ id: uuid(), lamport: 1, device: 'd', seq: 1, person: 'x', at: '2026-11-27T09:00:00.000Z', type, ...more }],
});

/** Every address and body that names something of a branch, with what is named put in. */
const TRIES: Record<string, (id: Ids) => Try[]> = {
  'api/bench/pairs': (id) => [
    { method: 'POST', at: '/api/bench/pairs', data: { procedure: id.procedure, of: 'woofer', plus: 'BK', minus: 'RD', verified: [{ how: 'cell', result: 'out' }] } }, // prettier-ignore
  ],
  'api/bench/skin/[procedure]': (id) => [{ method: 'GET', at: `/api/bench/skin/${id.procedure}` }],
  'api/customers/[number]': (id) => [{ method: 'DELETE', at: `/api/customers/${id.job}` }],
  'api/customers/[number]/export': (id) => [{ method: 'GET', at: `/api/customers/${id.job}/export` }],
  'api/day/order': (id) => [
    { method: 'PUT', at: '/api/day/order', data: { places: [{ number: id.job, person: null, bay: null, startsAt: '2026-12-04T10:00', version: 0 }] } }, // prettier-ignore
  ],
  'api/day/places/[number]': (id) => [
    { method: 'PUT', at: `/api/day/places/${id.job}`, data: { person: null, bay: null, startsAt: '2026-12-04T10:00', version: 0 } }, // prettier-ignore
    { method: 'DELETE', at: `/api/day/places/${id.job}?version=1` },
  ],
  'api/devices/[id]': (id) => [{ method: 'DELETE', at: `/api/devices/${id.device}` }],
  'api/exchange/archive': (id) => [{ method: 'GET', at: `/api/exchange/archive?procedure=${id.procedure}` }],
  'api/flags': (id) => [{ method: 'POST', at: '/api/flags', data: { flag: id.flag } }],
  'api/jobs': (id) => [
    { method: 'POST', at: '/api/jobs', data: { title: 'x', make: 'Velden', model: 'Kite', comesBackOf: id.job } },
  ],
  'api/jobs/[number]/customer': (id) => [
    { method: 'PUT', at: J(id.job, 'customer'), data: { customer: 'x', phone: '', label: '', consent: true, keepMonths: 1 } }, // prettier-ignore
  ],
  'api/jobs/[number]/quotes': (id) => [
    { method: 'POST', at: J(id.job, 'quotes'), data: { id: uuid(), lines: [{ id: 'l', kind: 'part', words: 'x', quantity: 1, unitCents: 100, isOption: false }], words: 'x', promises: false } }, // prettier-ignore
  ],
  'api/jobs/[number]/quotes/[quote]/answer': (id) => [
    { method: 'POST', at: J(id.job, `quotes/${id.quote}/answer`), data: { answer: 'accepted', how: 'phone', name: 'x', leftOut: [], note: '' } }, // prettier-ignore
  ],
  'api/jobs/[number]/quotes/[quote]/quote.pdf': (id) => [
    { method: 'GET', at: J(id.job, `quotes/${id.quote}/quote.pdf`) },
  ],
  'api/jobs/known': (id) => [{ method: 'GET', at: `/api/jobs/known?q=${id.job}` }],
  'api/jobs/[number]/report.json': (id) => [{ method: 'GET', at: J(id.job, 'report.json') }],
  'api/jobs/[number]/report.pdf': (id) => [{ method: 'GET', at: J(id.job, 'report.pdf') }],
  'api/jobs/[number]/schools': (id) => [{ method: 'PUT', at: J(id.job, 'schools'), data: { schools: [] } }],
  'api/jobs/[number]/sets': (id) => [{ method: 'PUT', at: J(id.job, 'sets'), data: { sets: [] } }],
  'api/jobs/[number]/bench-results': (id) => [
    { method: 'POST', at: J(id.job, 'bench-results'), data: { id: uuid(), tool: 'depth', given: { a: '1' }, said: 'x', standing: 'sure' } }, // prettier-ignore
  ],
  'api/jobs/[number]/skip-check-in': (id) => [
    { method: 'POST', at: J(id.job, 'skip-check-in'), data: { lead: 'tomas-varga', pin: '2002', reason: 'x' } },
  ],
  'api/jobs/[number]/times': (id) => [
    { method: 'PUT', at: J(id.job, 'times'), data: { dueAt: null, partsAt: null, parts: '' } },
  ],
  'api/jobs/[number]/trained-person': (id) => [
    { method: 'POST', at: J(id.job, 'trained-person'), data: { person: id.person } },
  ],
  'api/logs/[id]/events': (id) =>
    [id.run, id.visit].flatMap((log) => [
      { method: 'GET', at: `/api/logs/${log}/events` },
      { method: 'POST', at: `/api/logs/${log}/events`, data: event('started') },
      { method: 'POST', at: `/api/logs/${log}/events`, data: event('signed', { walk: 'arrival', name: 'x', strokes }) },
      { method: 'POST', at: `/api/logs/${log}/events`, data: event('retracted', { event: id.event }) },
      { method: 'POST', at: `/api/logs/${log}/events`, data: event('finished') },
    ]),
  'api/people/[id]': (id) => [{ method: 'PATCH', at: `/api/people/${id.person}`, data: { active: false } }],
  'api/photos/[id]': (id) => [
    { method: 'GET', at: `/api/photos/${id.photo}` },
    { method: 'GET', at: `/api/photos/${id.photo}?size=small` },
    { method: 'PUT', at: `/api/photos/${uuid()}?job=${id.job}&sha256=${sha}`, data: PNG },
    { method: 'PUT', at: `/api/photos/${uuid()}?procedure=${id.procedure}&sha256=${sha}`, data: PNG },
  ],
  'api/recordings/[id]': (id) => [
    { method: 'GET', at: `/api/recordings/${id.recording}` },
    { method: 'PUT', at: `/api/recordings/${uuid()}?procedure=${id.procedure}&kind=spoken&sha256=${sha}`, data: PNG },
  ],
  'api/procedures': (id) => [{ method: 'GET', at: `/api/procedures?q=${id.secret}` }],
  'api/procedures/[id]/approve': (id) => [
    { method: 'POST', at: P(id.procedure, 'approve'), data: { version: 1, note: 'x' } },
  ],
  'api/procedures/[id]/comments': (id) => [
    { method: 'POST', at: P(id.procedure, 'comments'), data: { id: uuid(), words: 'x' } },
  ],
  'api/procedures/[id]/comments/[comment]': (id) => [{ method: 'POST', at: P(id.procedure, `comments/${id.comment}`) }],
  'api/procedures/[id]/draft': (id) => [
    { method: 'GET', at: P(id.procedure, 'draft') },
    { method: 'PUT', at: P(id.procedure, 'draft?version=1'), data: withId(id.procedure) },
    { method: 'PUT', at: P(id.procedure, 'draft?version=0'), data: withId(id.procedure) },
    { method: 'DELETE', at: P(id.procedure, 'draft?version=1') },
  ],
  'api/procedures/[id]/diff': (id) => [
    { method: 'GET', at: P(id.procedure, 'diff?from=1&to=draft') },
    { method: 'GET', at: `/api/procedures/kite-rear-door/diff?with=${id.procedure}` },
  ],
  'api/procedures/[id]/findings': (id) => [
    {
      method: 'POST',
      at: P(id.procedure, 'findings'),
      data: { findings: [id.finding], decision: 'rejected', reason: 'x' },
    },
  ],
  'api/procedures/[id]/file': (id) =>
    ['json', 'wires', 'howto'].map((as) => ({ method: 'GET', at: P(id.procedure, `file?as=${as}`) })),
  'api/procedures/[id]/labels': (id) => [{ method: 'GET', at: P(id.procedure, 'labels') }],
  'api/procedures/[id]/origin': (id) => [{ method: 'POST', at: P(id.procedure, 'origin') }],
  'api/procedures/[id]/retired': (id) => [
    { method: 'POST', at: P(id.procedure, 'retired'), data: {} },
    { method: 'DELETE', at: P(id.procedure, 'retired') },
  ],
  'api/procedures/[id]/review': (id) => [
    { method: 'POST', at: P(id.procedure, 'review'), data: { version: 1, ask: true } },
  ],
  'api/procedures/[id]/shared': (id) => [{ method: 'PUT', at: P(id.procedure, 'shared'), data: { isShared: true } }],
  'api/procedures/[id]/sheet': (id) => [{ method: 'GET', at: P(id.procedure, 'sheet') }],
  'api/procedures/[id]/variants': (id) => [
    { method: 'POST', at: P(id.procedure, 'variants'), data: { body: 'estate' } },
  ],
  'api/procedures/derive': (id) => [
    { method: 'POST', at: '/api/procedures/derive', data: { from: id.procedure, job: 999_998 } },
    { method: 'POST', at: '/api/procedures/derive', data: { from: 'kite-rear-door', job: id.job } },
  ],
  'api/runs': (id) => [
    { method: 'POST', at: '/api/runs', data: { job: id.job, procedures: ['kite-rear-door'], goals: ['woofer'], options: { windows: 'power' } } }, // prettier-ignore
    { method: 'POST', at: '/api/runs', data: { job: 999_998, procedures: [id.procedure], goals: ['woofer'] } },
  ],
  'api/runs/[id]/events': (id) => [
    { method: 'GET', at: `/api/runs/${id.run}/events` },
    { method: 'POST', at: `/api/runs/${id.run}/events`, data: event('started') },
  ],
  'api/runs/[id]/draft': (id) => [
    { method: 'POST', at: `/api/runs/${id.run}/draft`, data: { procedure: 'kite-rear-door' } },
  ],
  'api/runs/[id]/override': (id) => [
    { method: 'POST', at: `/api/runs/${id.run}/override`, data: { gate: 'gate:test:kite-rear-door/card', reason: 'x', lead: 'tomas-varga', pin: '2002' } }, // prettier-ignore
  ],
  'api/search': (id) => [
    { method: 'GET', at: `/api/search?q=${id.secret}` },
    { method: 'GET', at: `/api/search?q=${id.job}` },
  ],
  'api/stores/kits/[id]': (id) => [{ method: 'DELETE', at: `/api/stores/kits/${id.kit}` }],
  'api/stores/kits/[id]/take': (id) => [
    { method: 'POST', at: `/api/stores/kits/${id.kit}/take`, data: { job: id.job } },
  ],
  'api/stores/orders/[id]': (id) => [
    { method: 'PUT', at: `/api/stores/orders/${id.order}`, data: { state: 'cancelled', expectedOn: null, words: '' } },
  ],
  'api/stores/orders/[id]/receive': (id) => [
    { method: 'POST', at: `/api/stores/orders/${id.order}/receive`, data: { lines: [{ kind: id.kind, count: 1 }] } },
  ],
  'api/stores/photos/[kind]': (id) => [{ method: 'GET', at: `/api/stores/photos/${encodeURIComponent(id.kind)}` }],
  'api/tools/[id]': (id) => [{ method: 'DELETE', at: `/api/tools/${id.tool}` }],
  'api/tools/[id]/holder': (id) => [{ method: 'PUT', at: `/api/tools/${id.tool}/holder`, data: { holder: null } }],
  'api/wires': (id) => [{ method: 'GET', at: `/api/wires?q=${id.secret}` }],
  'api/wires/list.csv': (id) => [
    { method: 'GET', at: `/api/wires/list.csv?q=${id.secret}` },
    { method: 'PUT', at: '/api/wires/list.csv', data: `procedure,item,connector,cavity,colour,function,polarity,how,sure\r\n${id.procedure},l1,,1,GN/YE,window up,,,\r\n` }, // prettier-ignore
  ],
  'api/speakers/[name]': (id) => [{ method: 'DELETE', at: `/api/speakers/${encodeURIComponent(id.speaker)}` }],
  'api/rehearsals': (id) => [
    { method: 'POST', at: '/api/rehearsals', data: { procedure: id.procedure, goals: ['woofer'], options: {}, level: 'guided', draft: false } }, // prettier-ignore
  ],
  'api/rehearsals/[id]': (id) => [
    { method: 'POST', at: `/api/rehearsals/${id.rehearsal}`, data: { moves: [], takenSeconds: 1 } },
  ],
  'api/rehearsal-tasks': (id) => [
    {
      method: 'PUT',
      at: '/api/rehearsal-tasks',
      data: { person: id.person, procedure: 'kite-rear-door', level: 'alone' },
    },
    { method: 'DELETE', at: '/api/rehearsal-tasks', data: { person: id.person, procedure: 'kite-rear-door' } },
  ],
};

/** Addresses of routes without a part of their own that name nothing of a branch, with why. */
const NAMES_NOTHING = new Set([
  'api/insights/[table]', // the table of one's own branch
  'api/logs/[id]/stream', // answered without an end; tested by itself below
  'api/stores/photos/[kind]',
]);

const PAGES_OF: Record<string, (id: Ids) => string> = {
  '(bay)/jobs/[number]/check-in': (id) => `/jobs/${id.job}/check-in`,
  '(bay)/procedures/[id]/record': (id) => `/procedures/${id.procedure}/record`,
  '(bay)/rehearse/[id]': (id) => `/rehearse/${id.rehearsal}`,
  '(bay)/runs/[id]': (id) => `/runs/${id.run}`,
  '(desk)/jobs/[number]': (id) => `/jobs/${id.job}`,
  '(desk)/jobs/[number]/quote': (id) => `/jobs/${id.job}/quote`,
  '(desk)/procedures/[id]': (id) => `/procedures/${id.procedure}`,
  '(desk)/procedures/[id]/edit': (id) => `/procedures/${id.procedure}/edit`,
};

const KITE = JSON.parse(readFileSync('demo/procedures/kite-rear-door.json', 'utf8')) as { id: string; title: string };
const withId = (id: string) => JSON.stringify({ ...KITE, id });

let owner: pg.Client;
let theirs: Record<'trainee' | 'technician' | 'lead' | 'owner', APIRequestContext>;
let ids: Ids;

/** Everything that the first branch has, as one number a table: whoever changed nothing leaves it as it is. What is worked out from documents (summaries, lists of wires) may be worked out by anybody. */
async function stateOfFirst(): Promise<Record<string, string>> {
  const { rows } = await owner.query<{ name: string }>(
    `select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'branch' and table_name not in ('sessions', 'wires') order by 1`,
  );
  const states: Record<string, string> = {};
  for (const { name } of rows) {
    const { rows: found } = await owner.query<{ sum: string }>(
      `select count(*) || ' ' || coalesce(md5(string_agg(md5(row), '' order by md5(row))), '') as sum from (select (to_jsonb(t) - 'summary' - 'wires_version')::text as row from ${name} t where branch = 1) r`,
    );
    states[name] = found[0].sum;
  }
  return states;
}

const first = async <T>(sql: string) => Object.values((await owner.query<Record<string, T>>(sql)).rows[0])[0];

test.beforeAll(async () => {
  owner = new pg.Client({
    connectionString: process.env.PEZZO_CHAIN_OWNER_URL,
    options: '-c pezzo.task=tests -c pezzo.branch=1',
  });
  await owner.connect();
  const ours = await apiAs('owner', process.env.PEZZO_CHAIN_URL);
  const made = await ours.post('/api/branches', {
    data: { name: 'Harbour branch', owner: 'Ada Brine', pin: '8341', password: 'a long password' },
  });
  expect(made.ok(), await made.text()).toBe(true);
  // A door that is kept to the first branch, with a draft, a comment and a wire that says so.
  const door = JSON.stringify({ ...KITE, id: 'walled-door', title: 'Velden Kite, zebra-crossing door' });
  expect(
    (await ours.post('/api/procedures/bring-in', { data: door, headers: { 'content-type': 'application/json' } })).ok(),
  ).toBe(true);
  expect((await ours.post(P('walled-door', 'approve'), { data: { version: 1, note: 'x' } })).ok()).toBe(true);
  expect(
    (
      await ours.put(P('walled-door', 'draft?version=0'), {
        data: door,
        headers: { 'content-type': 'application/json' },
      })
    ).ok(),
  ).toBe(true);
  const comment = uuid();
  expect((await ours.post(P('walled-door', 'comments'), { data: { id: comment, words: 'zebra' } })).ok()).toBe(true);
  expect((await ours.put(P('walled-door', 'shared'), { data: { isShared: false } })).ok()).toBe(true);
  const job = await first<number>(`select job_number from runs where finished_at is null order by created_at limit 1`);
  const quoteId = uuid();
  const line = { id: 'l', kind: 'part', words: 'x', quantity: 1, unitCents: 100, isOption: false };
  const sent = await ours.post(J(job, 'quotes'), { data: { id: quoteId, lines: [line], words: '', promises: false } });
  expect(sent.ok(), await sent.text()).toBe(true);
  const run = await first<string>(`select id from runs where job_number = ${job} order by created_at limit 1`);
  const sql = `
    insert into recordings (id, procedure_id, sha256, kind, media_type, bytes, received_from)
      values (gen_random_uuid(), 'walled-door', sha256('x'), 'spoken', 'audio/webm', 'x', 'bea-nwosu');
    insert into flags (log_id, reason, received_from) values ('${run}', 'late', 'bea-nwosu');
    insert into devices (name, token_hash, enrolled_by) values ('Bay 9', sha256('walls'), 'tomas-varga');
    insert into events (id, log_id, lamport, device, seq, person_id, at, type, fact, received_from)
      values (gen_random_uuid(), '${run}', 900, 'd', 900, 'bea-nwosu', now(), 'asFound', '{"item": "kite-rear-door/s1", "difference": "bent"}', 'bea-nwosu')`;
  for (const statement of sql.split(';')) await owner.query(statement);
  ids = {
    job,
    run,
    visit: await first(`select id from logs where kind = 'visit' and job_number = ${job}`),
    photo: await first('select id from photos where job_number is not null limit 1'),
    recording: await first('select id from recordings limit 1'),
    procedure: 'walled-door',
    comment,
    finding: await first(`select id from events where type = 'asFound' limit 1`),
    quote: sentNumber(await sent.json()),
    quoteId,
    kit: await first('select id from store_kits where not is_out limit 1'),
    order: await first(`select id from supply_orders where state <> 'received' limit 1`),
    tool: await first('select id from shop_tools limit 1'),
    rehearsal: await first('select id from rehearsals limit 1'),
    device: await first(`select id from devices where name = 'Bay 9'`),
    flag: await first('select id from flags limit 1'),
    person: 'bea-nwosu',
    speaker: await first('select name from speakers order by name limit 1'),
    kind: await first('select kind from store_items order by kind limit 1'),
    event: await first(`select id from events where log_id = '${run}' limit 1`),
    secret: 'zebra-crossing',
  };
  const boss = await signedInAs('Ada Brine', 'a long password');
  for (const [name, role, pin, password] of [
    ['Odd Lead', 'lead', '7395', 'another long one'],
    ['Odd Technician', 'technician', '7396', 'another long two'],
    ['Odd Trainee', 'trainee', '7398', 'another long three'],
  ]) {
    const added = await boss.post('/api/people', { data: { name, role, pin, password } });
    expect(added.ok(), await added.text()).toBe(true);
  }
  theirs = {
    owner: boss,
    lead: await signedInAs('Odd Lead', 'another long one'),
    technician: await signedInAs('Odd Technician', 'another long two'),
    trainee: await signedInAs('Odd Trainee', 'another long three'),
  };
});
test.afterAll(() => owner.end());

const sentNumber = (answer: { number: number }) => answer.number;

async function signedInAs(person: string, password: string): Promise<APIRequestContext> {
  const api = await request.newContext({ baseURL: process.env.PEZZO_CHAIN_URL });
  const answer = await api.post('/api/sign-in', { data: { person, password } });
  expect(answer.ok(), await answer.text()).toBe(true);
  return api;
}

test('every route that names something has its tries here, and every page', () => {
  const named = Object.keys(ROUTES).filter((place) => place.includes('[') && !NAMES_NOTHING.has(place));
  expect(named.filter((place) => !(place in TRIES))).toEqual([]);
  expect(Object.keys(PAGES).filter((place) => place.includes('[') && !(place in PAGES_OF))).toEqual([]);
});

/** An answer with what was asked for taken out of it: another branch's thing and none at all must read the same. */
async function answerOf(api: APIRequestContext, one: Try, named: Ids): Promise<{ status: number; text: string }> {
  const answer = await api.fetch(one.at, {
    method: one.method,
    data: one.data,
    headers: { 'content-type': one.data instanceof Buffer ? 'image/png' : 'application/json' },
  });
  const names = Object.values(named)
    .map(String)
    .filter((text) => text.length > 1)
    .sort((a, b) => b.length - a.length);
  const text = names.reduce((all, name) => all.replaceAll(name, '…'), await answer.text());
  return { status: answer.status(), text };
}

for (const role of ['trainee', 'technician', 'lead', 'owner'] as const) {
  test(`what another branch owns is, for its ${role}, what does not exist`, async () => {
    test.setTimeout(300_000);
    const before = await stateOfFirst();
    const leaks: string[] = [];
    let tried = 0;
    for (const tries of Object.values(TRIES)) {
      const [real, none] = [tries(ids), tries(NOTHING)];
      for (const [n, one] of real.entries()) {
        const [got, wanted] = [await answerOf(theirs[role], one, ids), await answerOf(theirs[role], none[n], NOTHING)];
        tried += 1;
        const where = `${one.method} ${one.at}`;
        expect(got.status, where).toBeLessThan(500);
        if (got.status !== wanted.status || got.text !== wanted.text)
          leaks.push(
            `${where}: ${got.status} ${got.text.slice(0, 160)} / ${wanted.status} ${wanted.text.slice(0, 160)}`,
          );
      }
    }
    expect(leaks).toEqual([]);
    expect(tried).toBeGreaterThan(80);
    expect(await stateOfFirst()).toEqual(before);
  });
}

test('its pages are not found, and lists show nothing of it', async () => {
  for (const [place, at] of Object.entries(PAGES_OF)) {
    const [got, wanted] = [await theirs.owner.get(at(ids)), await theirs.owner.get(at(NOTHING))];
    expect([place, got.status()]).toEqual([place, wanted.status()]);
    expect(await got.text(), place).not.toMatch(/crossing door|Tideway|Varga/);
  }
  const stream = await theirs.owner.get(`/api/logs/${ids.run}/stream`, { timeout: 3000 }).catch(() => null);
  expect(stream === null ? '' : await stream.text()).not.toContain('data: news');
  for (const at of [
    '/',
    '/library',
    '/day',
    '/stores',
    '/insights',
    '/people',
    '/customers',
    '/rehearse',
    '/bench',
    '/wires?q=zebra',
    '/library?q=zebra',
    '/settings',
  ])
    expect(await (await theirs.owner.get(at)).text(), at).not.toMatch(/crossing door|Tideway|Aldane|Bay 9|Tomas Varga/);
  for (const table of ['breaks', 'misses', 'hands', 'promises', 'times'])
    expect(await (await theirs.owner.get(`/api/insights/${table}.csv`)).text()).not.toMatch(/Kite|Nwosu/);
});

test('a quote sent under another job’s id is refused', async () => {
  const ours = await apiAs('owner', process.env.PEZZO_CHAIN_URL);
  const line = { id: 'l', kind: 'part', words: 'x', quantity: 1, unitCents: 100, isOption: false };
  const other = await first<number>(`select number from jobs where branch = 1 and number <> ${ids.job} limit 1`);
  const answer = await ours.post(J(other, 'quotes'), {
    data: { id: ids.quoteId, lines: [line], words: '', promises: false },
  });
  expect([answer.status(), ((await answer.json()) as { code: string }).code]).toEqual([409, 'quote-elsewhere']);
});
