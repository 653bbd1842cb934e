import type { RunFact } from '../core/run';
import type { Db } from './pool';

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
}

export type FindingDecision = 'accepted' | 'this-vehicle' | 'rejected';

/** A decision as it is shown. */
export interface DecisionRow {
  decision: FindingDecision;
  reason: string | null;
  revision: number | null;
  by: string;
  at: Date;
  count: number;
}

/** Open findings of a procedure or its mirrored twin, newest first. What was taken back does not stand. */
export async function listOpenFindings(db: Db, procedureId: string, limit: number): Promise<OpenFindingRow[]> {
  const { rows } = await db.query<OpenFindingRow>(
    `select e.id::text as id, e.fact || jsonb_build_object('type', e.type) as fact, null as about, null as said, null as tool, null::jsonb as given, e.person_id as person, e.at, r.job_number as "jobNumber"
       from run_procedures p join runs r on r.id = p.run_id join events e on e.log_id = r.id
      where p.procedure_id = $1 and e.type in ('finding', 'asFound', 'extra')
        and split_part(split_part(coalesce(e.fact->>'item', e.fact->>'procedure', ''), '/', 1), '@', 1) = $1
        and not exists (select 1 from events x where x.log_id = e.log_id and x.type = 'retracted' and x.fact->>'event' = e.id::text)
        and not exists (select 1 from finding_decisions d where d.finding = e.id)
     union all
     select b.id::text, null, b.about, b.tool || ': ' || b.said, b.tool, b.given, b.kept_by, b.kept_at, b.job_number
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
    `select decision, reason, revision, decided_by as by, decided_at as at, count(*)::int as count from finding_decisions
      where procedure_id = $1 group by 1, 2, 3, 4, 5 order by decided_at desc limit $2`,
    [procedureId, limit],
  );
  return rows;
}
