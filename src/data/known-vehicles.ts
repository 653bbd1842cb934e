import type { Db } from './pool';

/** A vehicle that the library has procedures for. */
export interface KnownVehicle {
  make: string;
  model: string;
}

/** Makes and models of published procedures, by name; at most `limit`. */
export async function listKnownVehicles(db: Db, limit: number): Promise<KnownVehicle[]> {
  const { rows } = await db.query<KnownVehicle>(
    `select distinct a.make, a.model from procedure_applies a join procedures p on p.id = a.procedure_id
     where p.revision is not null order by a.make, a.model limit $1`,
    [limit],
  );
  return rows;
}

/** A procedure, published or not, for the same vehicle, zone and side, whose years overlap; null where there is none. */
export async function findSameZone(
  db: Db,
  asked: KnownVehicle & { zone: string; side: string; from: number | null; to: number | null },
): Promise<{ id: string; title: string } | null> {
  const { rows } = await db.query<{ id: string; title: string }>(
    `select p.id, p.title from procedure_applies a join procedures p on p.id = a.procedure_id
     where lower(a.make) = lower($1) and lower(a.model) = lower($2) and p.zone = $3 and p.side = $4
       and a.years && int4range($5::int, $6::int, '[]')
     order by p.changed_at desc, p.id limit 1`,
    [asked.make, asked.model, asked.zone, asked.side, asked.from, asked.to],
  );
  return rows[0] ?? null;
}

/** Body styles and options of one vehicle's published procedures: what is worth asking when it comes in. */
export async function readVehicleQuestions(
  db: Db,
  { make, model }: KnownVehicle,
): Promise<{ bodies: string[]; options: Record<string, string[]> }> {
  const { rows } = await db.query<{ bodies: (string | null)[]; options: Record<string, string[]> | null }>(
    `select array_agg(distinct a.body) as bodies, r.document -> 'options' as options
     from procedure_applies a join procedures p on p.id = a.procedure_id
     join procedure_revisions r on r.procedure_id = p.id and r.revision = p.revision
     where lower(a.make) = lower($1) and lower(a.model) = lower($2) group by 2`,
    [make, model],
  );
  const options = new Map<string, Set<string>>();
  for (const [option, values] of rows.flatMap((row) => Object.entries(row.options ?? {})))
    options.set(option, new Set([...(options.get(option) ?? []), ...values]));
  return {
    bodies: [...new Set(rows.flatMap((row) => row.bodies).filter((body) => body !== null))].sort(),
    options: Object.fromEntries([...options].map(([option, values]) => [option, [...values]])),
  };
}
