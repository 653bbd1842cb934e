import { expect, request, test, type APIRequestContext } from '@playwright/test';

const PEOPLE = { trainee: ['pip-hallam', '5005'], technician: ['bea-nwosu', '3003'], lead: ['tomas-varga', '2002'], owner: ['ines-okafor-lind', '1001'] } as const;
type Role = keyof typeof PEOPLE;

async function as(role: Role | null): Promise<APIRequestContext> {
  const api = await request.newContext({ baseURL: process.env.PEZZO_URL });
  if (role) await api.post('/api/sign-in', { data: { person: PEOPLE[role][0], pin: PEOPLE[role][1] } });
  return api;
}

test('lets nobody in without signing in', async () => {
  const api = await as(null);
  for (const [method, path] of [['GET', '/api/procedures'], ['POST', '/api/jobs'], ['PUT', '/api/settings'], ['PUT', '/api/kit'], ['POST', '/api/procedures/derive'], ['GET', '/api/procedures/kite-rear-door/file'],
    ['GET', '/api/logs/board/stream'], ['POST', '/api/stores'], ['POST', '/api/flags'], ['GET', '/api/jobs/2401/report.json'], ['GET', '/api/jobs/2401/report.pdf'], ['GET', '/api/photos/00000000-0000-4000-8000-000000000000']]) {
    const response = await api.fetch(path, { method, data: method === 'GET' ? undefined : {} });
    expect([response.status(), (await response.json()).code]).toEqual([403, 'signed-out']);
  }
});

test('gives each role what it may do and no more', async () => {
  const settings = { batteryAlways: false, srsWaitSeconds: null, srsWaitSource: '' };
  const deeds: [method: string, path: string, data: object, from: Role][] = [
    ['PUT', '/api/settings', settings, 'owner'], ['POST', '/api/people', { name: 'Not To Be', role: 'trainee', pin: '1234', password: '' }, 'owner'],
    ['POST', '/api/procedures/kite-rear-door/approve', { version: 1, note: 'x' }, 'lead'], ['POST', '/api/procedures/bring-in', {}, 'technician'],
    ['POST', '/api/stores', { kind: 'tab', change: 1, reason: '' }, 'technician'], ['POST', '/api/flags', { flag: '00000000-0000-4000-8000-000000000000' }, 'lead'],
  ];
  const rank = ['trainee', 'technician', 'lead', 'owner'];
  for (const role of rank as Role[]) {
    const api = await as(role);
    for (const [method, path, data, from] of deeds) {
      if (path === '/api/people' && role === 'owner') continue;
      const status = (await api.fetch(path, { method, data })).status();
      expect(status === 403, `${role} ${path}: ${status}`).toBe(rank.indexOf(role) < rank.indexOf(from));
    }
  }
});

test('refuses bad input with a code and the place at fault', async () => {
  const api = await as('owner');
  const cases: [method: string, path: string, body: string, status: number, code: string][] = [
    ['POST', '/api/jobs', '{', 400, 'not-json'], ['POST', '/api/jobs', '{"title":""}', 400, 'form'], ['POST', '/api/jobs', '{"title":"a","make":"b","model":"c","colour":"d"}', 400, 'form'],
    ['PUT', '/api/settings', '{"batteryAlways":true,"srsWaitSeconds":60,"srsWaitSource":""}', 400, 'form'],
    ['POST', '/api/procedures/bring-in', '[]', 400, 'procedure-form'], ['POST', '/api/procedures/bring-in', `"${'x'.repeat(5_300_000)}"`, 400, 'procedure-form'],
    ['POST', '/api/procedures/no-such/draft', '{}', 404, 'procedure-unknown'],
    ['PUT', '/api/kit', '{"tools":"T20"}', 400, 'form'], ['PUT', '/api/kit', '{"tools":["T20","T20"]}', 400, 'form'],
    ['POST', '/api/procedures/derive', '{"from":"no-such","job":2401}', 404, 'procedure-unknown'], ['POST', '/api/procedures/derive', '{"from":"kite-rear-door","job":999999}', 404, 'job-unknown'],
    ['POST', '/api/runs', '{"job":2401,"procedures":["kite-rear-door"],"goals":["sunroof"]}', 400, 'no-plan'], ['POST', '/api/runs', '{"job":2401,"procedures":[],"goals":["card"]}', 400, 'form'],
    ['POST', '/api/runs', '{"job":2401,"procedures":["kite-rear-door"],"goals":["card"],"options":{"windows":"sliding"}}', 400, 'no-plan'],
    ['POST', '/api/runs', '{"job":2401,"procedures":["kite-rear-door"],"goals":["card"],"trayBins":7}', 400, 'form'],
    ['PUT', '/api/settings', '{"batteryAlways":false,"srsWaitSeconds":null,"srsWaitSource":"","costs":{"zoneMoveSeconds":90,"sideMoveSeconds":1}}', 400, 'form'],
    ['POST', '/api/logs/not-a-log/events', '{"events":[]}', 400, 'log-address'], ['GET', '/api/logs/00000000-0000-4000-8000-000000000000/events?after=-1', '', 400, 'log-address'],
    ['POST', '/api/logs/00000000-0000-4000-8000-000000000000/events', '{"events":[]}', 400, 'events-form'],
    ['POST', '/api/logs/00000000-0000-4000-8000-000000000000/events', '{"events":[{"type":"done"}]}', 404, 'log-unknown'], ['GET', '/api/logs/00000000-0000-4000-8000-000000000000/events', '', 404, 'log-unknown'],
    ['GET', '/api/logs/everything/stream', '', 400, 'log-address'], ['POST', '/api/runs/not-a-run/override', '{}', 400, 'log-address'],
    ['PUT', '/api/photos/no-id?job=2401&sha256=00', 'x', 400, 'photo-address'], ['GET', '/api/photos/00000000-0000-4000-8000-000000000000', '', 404, 'photo-unknown'],
    ['POST', '/api/runs', '{"job":3000000000,"procedures":["kite-rear-door"],"goals":["card"]}', 400, 'form'], ['POST', '/api/procedures/derive', '{"from":"kite-rear-door","job":3000000000}', 400, 'form'],
    ['GET', '/api/jobs/0/report.json', '', 400, 'job-address'], ['GET', '/api/jobs/999999/report.pdf', '', 404, 'job-unknown'],
    ['POST', '/api/stores', '{"kind":"push-clip","change":0}', 400, 'form'], ['POST', '/api/stores', '{"kind":"push-clip","change":-5000}', 409, 'not-so-many'],
    ['POST', '/api/flags', '{"flag":"00000000-0000-4000-8000-000000000000"}', 404, 'flag-unknown'],
  ];
  for (const [method, path, body, status, code] of cases) {
    const response = await api.fetch(path, { method, headers: { 'content-type': 'application/json' }, data: body ? Buffer.from(body) : undefined });
    expect([path, response.status(), (await response.json()).code]).toEqual([path, status, code]);
  }
});

test('refuses a change that another site sends', async () => {
  const api = await as('owner');
  const response = await api.post('/api/jobs', { data: {}, headers: { 'sec-fetch-site': 'cross-site' } });
  expect([response.status(), (await response.json()).code]).toEqual([403, 'other-site']);
});
