import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import { expect, request, test } from '@playwright/test';
import { PAGES, ROUTES, type From } from './routes-table';
import { apiAs, ASKERS, type Asker } from './support';

const APP = join(process.cwd(), 'app');
function filesNamed(name: string, folder = APP): string[] {
  return readdirSync(folder).flatMap((entry) => {
    const path = join(folder, entry);
    return statSync(path).isDirectory() ? filesNamed(name, path) : entry === name ? [path] : [];
  });
}
const placesOf = (name: string) =>
  filesNamed(name).map((file) => [relative(APP, join(file, '..')), readFileSync(file, 'utf8')] as const);

const RANK: From[] = ['nobody', 'trainee', 'technician', 'lead', 'owner'];
const roleOf = (asker: Asker) => asker.replace(' by PIN', '') as From;
const mayAsk = (asker: Asker, { from, password }: { from: From; password?: true }) =>
  RANK.indexOf(roleOf(asker)) >= RANK.indexOf(from) && !(password && asker.endsWith('by PIN'));

test('every route, and every method of it, has a row here', () => {
  for (const [place, text] of placesOf('route.ts')) {
    const methods = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE'].filter((method) =>
      new RegExp(`export (const|function|async function) ${method}\\b|export \\{[^}]*\\b${method}\\b`).test(text),
    );
    expect([place, Object.keys(ROUTES[place] ?? {}).sort()]).toEqual([place, methods.sort()]);
  }
  expect(
    placesOf('route.ts')
      .map(([place]) => place)
      .sort(),
  ).toEqual(Object.keys(ROUTES).sort());
  expect(
    placesOf('page.tsx')
      .map(([place]) => place)
      .sort(),
  ).toEqual(Object.keys(PAGES).sort());
});

for (const asker of ASKERS) {
  test(`routes give ${asker} what they may do, and refuse the rest with its reason`, async () => {
    const api = await apiAs(asker);
    for (const methods of Object.values(ROUTES)) {
      for (const [method, row] of Object.entries(methods)) {
        // Signing out ends the session the other rows need.
        const asking = row.at === '/api/sign-out' ? await request.newContext({ baseURL: process.env.PEZZO_URL }) : api;
        const answer = await asking.fetch(row.at, {
          method,
          data: row.data,
          headers: { 'content-type': 'application/json' },
        });
        const may = mayAsk(asker, row);
        const where = `${asker}: ${method} ${row.at} → ${answer.status()}`;
        expect(answer.status(), where).toBeLessThan(500);
        expect(answer.status() === 403, where).toBe(!may);
        if (may) continue;
        const { code } = (await answer.json()) as { code: string };
        expect(code, where).toBe(
          asker === 'nobody'
            ? 'signed-out'
            : RANK.indexOf(roleOf(asker)) >= RANK.indexOf(row.from)
              ? 'needs-password'
              : 'not-allowed',
        );
      }
    }
  });

  test(`pages show ${asker} what is for them, and nothing else`, async () => {
    const api = await apiAs(asker);
    for (const row of Object.values(PAGES)) {
      const answer = await api.get(row.at, { maxRedirects: 0 });
      const where = `${asker}: ${row.at} → ${answer.status()}`;
      expect(answer.status(), where).toBeLessThan(500);
      const text = await answer.text();
      // A page whose head is out already is turned away inside its answer.
      const isTurnedAway =
        [303, 307, 308].includes(answer.status()) || /NEXT_REDIRECT;replace;\/sign-in|url=\/sign-in/.test(text);
      if (asker === 'nobody' && row.from !== 'nobody') expect(isTurnedAway, where).toBe(true);
      else if (!mayAsk(asker, row))
        expect(
          [404, 403].includes(answer.status()) || /NEXT_HTTP_ERROR_FALLBACK;404|Page not found|didn’t load/.test(text),
          where,
        ).toBe(true);
    }
  });
}
