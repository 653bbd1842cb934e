import { expect, test } from '@playwright/test';
import { apiAs } from './support';

test('refuses bad input with a code and the place at fault', async () => {
  const api = await apiAs('owner');
  const cases: [method: string, path: string, body: string, status: number, code: string][] = [
    ['POST', '/api/jobs', '{', 400, 'not-json'],
    ['POST', '/api/jobs', '{"title":""}', 400, 'form'],
    ['POST', '/api/jobs', '{"title":"a","make":"b","model":"c","colour":"d"}', 400, 'form'],
    ['PUT', '/api/settings', '{"srsWaitSeconds":60,"srsWaitSource":""}', 400, 'form'],
    ['POST', '/api/procedures/bring-in', '[]', 400, 'procedure-form'],
    ['POST', '/api/procedures/bring-in', `"${'x'.repeat(5_300_000)}"`, 400, 'procedure-form'],
    ['PUT', '/api/procedures/no-such/draft?version=x', '{}', 400, 'form'],
    ['DELETE', '/api/procedures/no-such/draft?version=1', '', 404, 'procedure-unknown'],
    ['PUT', '/api/procedures/no-such/draft?version=1', '{}', 400, 'procedure-form'],
    ['DELETE', '/api/devices/no-tablet', '', 400, 'device-address'],
    ['GET', '/api/customers/999999/export', '', 404, 'job-unknown'],
    ['POST', '/api/sign-in', '{"person":"a"}', 400, 'form'],
    ['POST', '/api/people', '{"name":"A","role":"trainee","pin":"1234"}', 400, 'form'],
    ['POST', '/api/jobs/2401/trained-person', '{}', 400, 'form'],
    ['POST', '/api/jobs/2401/skip-check-in', '{}', 400, 'form'],
    ['PUT', '/api/jobs/2401/schools', '{"schools":[{"of":"butyl","choice":"glue","why":"x"}]}', 400, 'form'],
    ['PUT', '/api/jobs/2401/sets', '{"sets":"woofer"}', 400, 'form'],
    ['PUT', '/api/kit', '{"tools":"T20"}', 400, 'form'],
    ['PUT', '/api/kit', '{"tools":["T20","T20"]}', 400, 'form'],
    ['POST', '/api/procedures/derive', '{"from":"no-such","job":2401}', 404, 'procedure-unknown'],
    ['POST', '/api/procedures/derive', '{"from":"kite-rear-door","job":999999}', 404, 'job-unknown'],
    ['POST', '/api/runs', '{"job":2401,"procedures":["kite-rear-door"],"goals":["sunroof"]}', 400, 'no-plan'],
    ['POST', '/api/runs', '{"job":2401,"procedures":[],"goals":["card"]}', 400, 'form'],
    [
      'POST',
      '/api/runs',
      '{"job":2401,"procedures":["kite-rear-door"],"goals":["card"],"options":{"windows":"sliding"}}',
      400,
      'no-plan',
    ],
    ['POST', '/api/runs', '{"job":2401,"procedures":["kite-rear-door"],"goals":["card"],"trayBins":7}', 400, 'form'],
    [
      'PUT',
      '/api/settings',
      '{"srsWaitSeconds":null,"srsWaitSource":"","costs":{"zoneMoveSeconds":90,"sideMoveSeconds":1}}',
      400,
      'form',
    ],
    ['POST', '/api/logs/not-a-log/events', '{"events":[]}', 400, 'log-address'],
    ['GET', '/api/logs/00000000-0000-4000-8000-000000000000/events?after=-1', '', 400, 'log-address'],
    ['POST', '/api/logs/00000000-0000-4000-8000-000000000000/events', '{"events":[]}', 400, 'events-form'],
    ['POST', '/api/jobs', '['.repeat(70), 400, 'too-deep'],
    [
      'POST',
      '/api/logs/00000000-0000-4000-8000-000000000000/events',
      '{"events":[{"type":"done"}]}',
      404,
      'log-unknown',
    ],
    ['GET', '/api/logs/00000000-0000-4000-8000-000000000000/events', '', 404, 'log-unknown'],
    ['GET', '/api/logs/everything/stream', '', 400, 'log-address'],
    ['POST', '/api/runs/not-a-run/override', '{}', 400, 'log-address'],
    ['PUT', '/api/photos/no-id?job=2401&sha256=00', 'x', 400, 'photo-address'],
    ['GET', '/api/photos/00000000-0000-4000-8000-000000000000', '', 404, 'photo-unknown'],
    ['POST', '/api/runs', '{"job":3000000000,"procedures":["kite-rear-door"],"goals":["card"]}', 400, 'form'],
    ['POST', '/api/procedures/derive', '{"from":"kite-rear-door","job":3000000000}', 400, 'form'],
    ['GET', '/api/jobs/0/report.json', '', 400, 'job-address'],
    ['GET', '/api/jobs/999999/report.pdf', '', 404, 'job-unknown'],
    ['POST', '/api/stores', '{"kind":"push-clip","change":0}', 400, 'form'],
    ['POST', '/api/stores', '{"kind":"push-clip","change":-5000}', 409, 'not-so-many'],
    ['POST', '/api/flags', '{"flag":"00000000-0000-4000-8000-000000000000"}', 404, 'flag-unknown'],
  ];
  for (const [method, path, body, status, code] of cases) {
    const response = await api.fetch(path, {
      method,
      headers: { 'content-type': 'application/json' },
      data: body ? Buffer.from(body) : undefined,
    });
    expect([path, response.status(), (await response.json()).code]).toEqual([path, status, code]);
  }
});
