import type { Db } from './pool';

/** Tries that are older than this are forgotten, hours. */
const FORGET_HOURS = 24;

/** How a source is slowed down. */
export interface Throttle {
  source: string;
  /** Wrong tries that cost nothing yet. */
  free: number;
  longestSeconds: number;
}

/**
 * Claims one try for a source. It counts as wrong until `forgetTries` says otherwise, so that tries sent at once cannot slip past one another. After
 * the free ones the wait before the next is one second and doubles each time. A wait from a clock that was ahead and has been set right holds nobody up. Returns 0 where the try may be made, else how long to wait, seconds.
 */
export async function claimTry(db: Db, { source, free, longestSeconds }: Throttle): Promise<number> {
  const { rows } = await db.query<{ claimed: boolean; seconds: number }>(
    `with claimed as (
       insert into sign_in_tries as t (source, failures, wait_until)
         values ($1, 1, case when $2::int > 0 then now() else now() + interval '1 second' end)
       on conflict (source) do update set
         failures = case when t.last_at < now() - make_interval(hours => $4) then 1 else t.failures + 1 end,
         wait_until = now() + make_interval(secs => case
           when t.last_at < now() - make_interval(hours => $4) or t.failures < $2::int then 0
           else least($3::float8, 2 ^ least(20, t.failures - $2::int)) end),
         last_at = now()
       where t.wait_until <= now() or t.last_at > now() + interval '1 minute'
       returning 1)
     select exists (select 1 from claimed) as claimed,
            coalesce((select extract(epoch from wait_until - now())::float8 from sign_in_tries where source = $1), 1) as seconds`,
    [source, free, longestSeconds, FORGET_HOURS],
  );
  return rows[0].claimed ? 0 : Math.max(0.05, rows[0].seconds);
}

/** Forgets the wrong tries of the given sources, and every old one. */
export async function forgetTries(db: Db, sources: string[]): Promise<void> {
  await db.query('delete from sign_in_tries where source = any($1) or last_at < now() - make_interval(hours => $2)', [
    sources,
    FORGET_HOURS,
  ]);
}
