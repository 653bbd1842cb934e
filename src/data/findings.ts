import type { RunFact } from '../core/bay';
import type { Db } from './pool';
import { STANDS } from './runs';

/** What the finding of an event `e` or of a bench result `b` is about, "procedure/item". */
const ABOUT = `coalesce(nullif(e.fact->>'culprit', ''), e.fact->>'item', (e.fact->>'procedure') || '/' || (e.fact->>'holds'), b.about)`;

/** What was found of a procedure and nobody has decided about yet: an event of a run, or what the bench measured. */
export interface OpenFindingRow {
  id: string;
  /** Null where it was measured at the bench. */
  fact: RunFact | null;
  /** What the bench measured: "procedure/item", and how it was said. */
  about: string | null;
  said: string | null;
  /** The tool it was measured with, and what it was given. */
  tool: string | null;
  given: Record<string, string> | null;
  person: string;
  at: Date;
  jobNumber: number;
  /** Null at the bench. */
  run: string | null;
}

export type FindingDecision = 'accepted' | 'option' | 'this-vehicle' | 'rejected';

/** A decision as it is shown. */
export interface DecisionRow {
  decision: FindingDecision;
  reason: string | null;
  revision: number | null;
  by: string;
  at: Date;
  count: number;
  /** What its findings are about, "procedure/item". */
  items: string[];
}

/** Open findings of a procedure or its mirrored twin, newest first. What was taken back does not stand. */
export async function listOpenFindings(db: Db, procedureId: string, limit: number): Promise<OpenFindingRow[]> {
  const { rows } = await db.query<OpenFindingRow>(
    `select e.id::text as id, e.fact || jsonb_build_object('type', e.type) as fact, null as about, null as said, null as tool, null::jsonb as given, e.person_id as person, e.at, r.job_number as "jobNumber", r.id::text as run
       from run_procedures p join runs r on r.id = p.run_id join events e on e.log_id = r.id
      where p.procedure_id = $1 and e.type in ('finding', 'asFound', 'extra', 'stuck', 'broken')
        and split_part(split_part(coalesce(nullif(e.fact->>'culprit', ''), e.fact->>'item', e.fact->>'procedure', ''), '/', 1), '@', 1) = $1
        and ${STANDS}
        and not exists (select 1 from finding_decisions d where d.finding = e.id)
     union all
     select b.id::text, null, b.about, b.tool || ': ' || b.said, b.tool, b.given, b.kept_by, b.kept_at, b.job_number, null
       from bench_results b
      where split_part(split_part(b.about, '/', 1), '@', 1) = $1 and not exists (select 1 from finding_decisions d where d.finding = b.id)
      order by at desc, id limit $2`,
    [procedureId, limit],
  );
  return rows;
}

/** Keeps a decision about findings. Returns how many were still open: fewer than asked where somebody else was quicker. */
export async function insertDecisions(
  db: Db,
  one: {
    findings: string[];
    procedure: string;
    decision: FindingDecision;
    reason: string | null;
    revision: number | null;
    by: string;
  },
): Promise<number> {
  const { rowCount } = await db.query(
    `insert into finding_decisions (finding, procedure_id, decision, reason, revision, decided_by)
     select unnest($1::uuid[]), $2, $3, $4, $5, $6 on conflict (finding) do nothing`,
    [one.findings, one.procedure, one.decision, one.reason, one.revision, one.by],
  );
  return rowCount ?? 0;
}

/** What was decided of a procedure's findings lately, newest first; those decided together are one. */
export async function listDecisions(db: Db, procedureId: string, limit: number): Promise<DecisionRow[]> {
  const { rows } = await db.query<DecisionRow>(
    `select d.decision, d.reason, d.revision, d.decided_by as by, d.decided_at as at, count(*)::int as count,
            coalesce(array_agg(distinct ${ABOUT}), '{}') as items
       from finding_decisions d left join events e on e.id = d.finding left join bench_results b on b.id = d.finding
      where d.procedure_id = $1 group by 1, 2, 3, 4, 5 order by d.decided_at desc limit $2`,
    [procedureId, limit],
  );
  return rows;
}

/** What went otherwise than procedures say on their runs, newest first: stuck, broken, found otherwise; and what was noted of an item. What was taken back does not stand. */
export async function listTroubles(
  db: Db,
  procedureIds: string[],
  limit: number,
): Promise<{ run: string; procedure: string; revision: number; type: RunFact['type']; fact: RunFact }[]> {
  const { rows } = await db.query<{
    run: string;
    procedure: string;
    revision: number;
    type: RunFact['type'];
    fact: RunFact;
  }>(
    `select e.log_id::text as run, p.procedure_id as procedure, p.revision, e.type, e.fact
       from run_procedures p join events e on e.log_id = p.run_id
      where p.procedure_id = any($1) and e.type in ('stuck', 'broken', 'asFound', 'note')
        and ${STANDS}
      order by e.at desc, e.id limit $2`,
    [procedureIds, limit],
  );
  return rows;
}

/** The revisions that begun runs of procedures followed, a line a run. */
export async function listBegunRuns(
  db: Db,
  procedureIds: string[],
): Promise<{ procedure: string; revision: number }[]> {
  const { rows } = await db.query<{ procedure: string; revision: number }>(
    `select p.procedure_id as procedure, p.revision from run_procedures p
      where p.procedure_id = any($1) and exists (select 1 from events e where e.log_id = p.run_id and e.type in ('done', 'stuck', 'broken', 'asFound', 'extra'))`,
    [procedureIds],
  );
  return rows;
}

/** Photos that were taken on runs of a procedure, by run and the item they are of. */
export async function listPhotosOfItems(
  db: Db,
  procedureId: string,
  limit: number,
): Promise<{ run: string; item: string; photo: string }[]> {
  const { rows } = await db.query<{ run: string; item: string; photo: string }>(
    `select e.log_id::text as run, e.fact->>'item' as item, e.fact->>'photo' as photo
       from run_procedures p join events e on e.log_id = p.run_id join photos f on f.id::text = e.fact->>'photo'
      where p.procedure_id = $1 and e.type = 'photo' and e.fact->>'item' is not null and f.redacted_at is null
        and split_part(split_part(e.fact->>'item', '/', 1), '@', 1) = $1
      order by e.at desc limit $2`,
    [procedureId, limit],
  );
  return rows;
}

/** Findings that were taken into revisions lately, newest first, with what they are about; those taken together are one. */
export async function listAcceptedDecisions(
  db: Db,
  limit: number,
): Promise<{ procedure: string; revision: number; items: string[] }[]> {
  const { rows } = await db.query<{ procedure: string; revision: number; items: (string | null)[] }>(
    `select d.procedure_id as procedure, d.revision,
            array_agg(distinct ${ABOUT}) as items
       from finding_decisions d left join events e on e.id = d.finding left join bench_results b on b.id = d.finding
      where d.revision is not null group by 1, 2, d.decided_at order by d.decided_at desc limit $1`,
    [limit],
  );
  return rows.map((row) => ({ ...row, items: row.items.filter((item) => item !== null) }));
}
