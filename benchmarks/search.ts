import pg from 'pg';
import { prepareDatabase, startThrowAwayCluster } from '../scripts/support/postgres';
import { ZONES } from '../src/core/trade';
import { dbOf, getPool, HOME } from '../src/data';
import { searchLibrary } from '../src/services';

import { seeded } from './support/seeded';
import { median, printTable, quantile } from './support/measure';

const PROCEDURES = 50_000;
const RUNS = 40;
const MAKES = [
  'Velden',
  'Brannock',
  'Soria',
  'Wicket',
  'Aldermere',
  'Quillon',
  'Tarrant',
  'Ostrava',
  'Pellmere',
  'Dunholt',
];
const MODELS = [
  'Kite',
  'Drover',
  'Lumen',
  'Carry',
  'Calder',
  'Tarn',
  'Heron',
  'Sable',
  'Finch',
  'Moor',
  'Vesper',
  'Larch',
  'Plover',
  'Skiff',
  'Anvil',
  'Birch',
  'Cinder',
  'Delta',
  'Ember',
  'Fjord',
];
const QUERIES = [
  'kite',
  '2018 kite rear door',
  'rear door kite 2018',
  'velden',
  'lumen dash 2020',
  'driver door 2012 soria',
  'kite 77',
  '2016',
  'front door',
  'b pillar left',
  'no such thing',
  'e',
];

/** Times the library's search over 50 000 made procedures beside the same statement sent by hand, within the same walls. Prints figures. */
export async function main(): Promise<void> {
  const cluster = await startThrowAwayCluster();
  try {
    const url = await prepareDatabase(cluster, 'search');
    process.env.DATABASE_URL = url;
    // As their owner: statistics of a table that belongs to somebody else are passed over in silence.
    await fill(cluster.url('search'));
    const rows: (string | number)[][] = [];
    for (const query of QUERIES) rows.push(await measure(query));
    printTable(['query', 'found', 'median', 'p95', 'raw SQL median', 'ratio'], rows);
    process.stdout.write(`${PROCEDURES} procedures; target 50 ms at the server\n`);
  } finally {
    await getPool().end();
    cluster.stop();
  }
}

async function fill(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url, options: '-c pezzo.task=measure -c pezzo.branch=1' });
  await client.connect();
  const random = seeded(11);
  const pick = <T>(list: T[]) => list[Math.floor(random() * list.length)];
  await client.query(`insert into shop (id, name) values (1, 'Made')`);
  await client.query(`insert into people (id, name, role, pin_hash, branch) values ('made', 'Made', 'owner', '', 1)`);
  const rows = Array.from({ length: PROCEDURES }, (_, n) => {
    const [make, model, zone] = [pick(MAKES), `${pick(MODELS)} ${Math.floor(random() * 90)}`, pick(ZONES)];
    const from = 1990 + Math.floor(random() * 32);
    return {
      id: `made-${n}`,
      make,
      model,
      zone,
      side: zone.sided ? pick(['left', 'right']) : 'centre',
      from,
      to: from + Math.floor(random() * 8),
    };
  });
  const column = <T>(of: (row: (typeof rows)[number]) => T) => rows.map(of);
  await client.query(
    `insert into procedures (branch, id, title, zone, side, search_text, revision, created_by)
     select 1, id, title, zone, side, lower(title || ' ' || id), 1, 'made' from unnest($1::text[], $2::text[], $3::text[], $4::text[]) as t(id, title, zone, side)`,
    [
      column((row) => row.id),
      column((row) => `${row.make} ${row.model}, ${row.zone.name}`),
      column((row) => row.zone.code),
      column((row) => row.side),
    ],
  );
  await client.query(
    `insert into procedure_applies (procedure_id, make, model, years) select id, make, model, int4range(f, t, '[]')
       from unnest($1::text[], $2::text[], $3::text[], $4::int[], $5::int[]) as x(id, make, model, f, t)`,
    [
      column((row) => row.id),
      column((row) => row.make),
      column((row) => row.model),
      column((row) => row.from),
      column((row) => row.to),
    ],
  );
  await client.query('analyze');
  await client.end();
}

async function measure(query: string): Promise<(string | number)[]> {
  const times: number[] = [];
  const raw: number[] = [];
  let found = 0;
  const statement = await sentBy(() => searchLibrary(HOME, query));
  for (let n = 0; n < RUNS; n += 1) {
    times.push(
      await timed(async () => {
        found = (await searchLibrary(HOME, query)).length;
      }),
    );
    raw.push(await timed(() => dbOf(HOME).query(statement.text, statement.values)));
  }
  return [
    query,
    found,
    `${median(times).toFixed(1)} ms`,
    `${quantile(times, 0.95).toFixed(1)} ms`,
    `${median(raw).toFixed(1)} ms`,
    `${(median(times) / median(raw)).toFixed(2)} ×`,
  ];
}

/** The first statement a piece of work sends: the search itself. */
async function sentBy(work: () => Promise<unknown>): Promise<{ text: string; values: unknown[] }> {
  const own = pg.Client.prototype.query;
  let seen: { text: string; values: unknown[] } | null = null;
  pg.Client.prototype.query = function (this: pg.Client, ...given: Parameters<typeof own>) {
    const [text, values] = given as unknown as [string, unknown[]];
    if (values) seen ??= { text, values };
    return own.apply(this, given);
  } as typeof own;
  await work();
  pg.Client.prototype.query = own;
  return seen!;
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const began = performance.now();
  await work();
  return performance.now() - began;
}
