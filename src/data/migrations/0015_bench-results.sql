-- Up Migration
-- What was worked out at the bench for a job, as it was typed and as it was said: only ever added to, a later one stands beside.
create table bench_results (
  id uuid primary key,
  job_number integer not null references jobs (number),
  tool text not null check (length(tool) between 1 and 40),
  given jsonb not null,
  said text not null check (length(said) between 1 and 1000),
  standing text not null check (standing in ('sure', 'exact', 'no')),
  -- why it is done all the same where it does not work for sure
  why text check (length(why) between 1 and 400),
  kept_by text not null references people (id),
  kept_at timestamptz not null default now()
);
create index bench_results_job_idx on bench_results (job_number, kept_at);
create trigger bench_results_append_only before update or delete on bench_results for each row execute function refuse_change();
create trigger bench_results_no_truncate before truncate on bench_results for each statement execute function refuse_change();

-- Down Migration
drop table bench_results;
