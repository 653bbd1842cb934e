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
