import { createHash } from 'node:crypto';
import type pg from 'pg';
import { sealedText, type VisitEvent } from '../../src/core/bay';

/** Everything that can be said of a database without a word of the program: what does not fit, a sentence each; empty where all does. */
export async function faultsOf(client: pg.ClientBase): Promise<string[]> {
  return [...(await chains(client)), ...(await seals(client)), ...(await sums(client))];
}

const WORDS: Record<string, string> = {
  missing: 'a record before it is missing',
  broken: 'it does not follow from the one before',
  changed: 'what it says was changed',
};

async function chains(client: pg.ClientBase): Promise<string[]> {
  const { rows } = await client.query<{ job: number; position: string; fault: string }>(
    `select l.job_number as job, f.position, f.fault from chain_faults(null) f join logs l on l.id = f.log_id order by 1, 2 limit 100`,
  );
  return rows.map(({ job, position, fault }) => `Job ${job}, record ${position}: ${WORDS[fault] ?? fault}.`);
}

async function seals(client: pg.ClientBase): Promise<string[]> {
  const { rows } = await client.query<{ job: number; events: (VisitEvent & { fact: object })[] }>(
    `select l.job_number as job, json_agg(e.fact || jsonb_build_object('id', e.id, 'lamport', e.lamport, 'device', e.device, 'seq', e.seq, 'person', e.person_id, 'at', e.at, 'type', e.type) order by e.position) as events
       from logs l join jobs j on j.number = l.job_number join events e on e.log_id = l.id
      where l.kind = 'visit' and j.redacted_at is null and exists (select 1 from events s where s.log_id = l.id and s.type = 'signed' and s.fact ? 'seal') group by 1 order by 1`,
  );
  return rows.flatMap(({ job, events }) =>
    events.flatMap((event) => {
      if (event.type !== 'signed' || !event.seal) return [];
      const seal = createHash('sha256').update(sealedText(events, event)).digest('hex');
      return seal === event.seal ? [] : [`Job ${job}: what ${event.name} signed is not what is kept.`];
    }),
  );
}

/** Statements that find rows which no statement of ours could have left, each with what it is about. */
const SUMS: [about: string, sql: string][] = [
  [
    'stores, what there is of it is not the sum of its moves',
    `select l.kind as what from stock_levels l
      where l.count <> (select coalesce(sum(m.change), 0) from stock_moves m where m.branch = l.branch and m.kind = l.kind)
        and not exists (select 1 from stock_questions q where q.branch = l.branch and q.kind = l.kind)`,
  ],
  [
    'a finished run whose log is open',
    `select r.job_number::text as what from runs r join logs l on l.id = r.id where r.finished_at is not null and l.closed_position is null`,
  ],
  [
    'a log that was closed by nothing in it',
    `select l.job_number::text as what from logs l where l.closed_position > 0 and not exists (select 1 from events e where e.log_id = l.id and e.position = l.closed_position)`,
  ],
  [
    'a published procedure without its revision',
    `select p.id as what from procedures p where p.revision is not null and not exists (select 1 from procedure_revisions r where r.procedure_id = p.id and r.revision = p.revision)`,
  ],
];

async function sums(client: pg.ClientBase): Promise<string[]> {
  const faults: string[] = [];
  for (const [about, sql] of SUMS) {
    const { rows } = await client.query<{ what: string }>(`${sql} limit 20`);
    faults.push(...rows.map(({ what }) => `${what}: ${about}.`));
  }
  return faults;
}
