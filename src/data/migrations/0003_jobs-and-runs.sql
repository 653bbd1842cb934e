-- Up Migration
create table vehicles (
  id uuid primary key default gen_random_uuid(),
  make text not null check (length(make) between 1 and 200),
  model text not null check (length(model) between 1 and 200),
  year integer check (year between 1900 and 2100),
  body text,
  steering text not null default 'any' check (steering in ('left', 'right', 'any')),
  label text not null default ''
);

create table jobs (
  number integer generated always as identity (start with 2401) primary key,
  title text not null check (length(title) between 1 and 200),
  customer text not null default '',
  vehicle_id uuid not null references vehicles (id),
  created_by text not null references people (id),
  created_at timestamptz not null default now()
);

create table runs (
  id uuid primary key,
  job_number integer not null references jobs (number),
  title text not null,
  -- what the run follows, fixed when it was opened: documents, options, goals, planned removal
  plan jsonb not null,
  created_by text not null references people (id),
  created_at timestamptz not null default now(),
  finished_at timestamptz
);
create index runs_job_idx on runs (job_number);

create table run_procedures (
  run_id uuid not null references runs (id),
  procedure_id text not null,
  revision integer not null,
  primary key (run_id, procedure_id),
  foreign key (procedure_id, revision) references procedure_revisions (procedure_id, revision)
);

create table run_events (
  position bigint generated always as identity primary key,
  id uuid not null unique,
  run_id uuid not null references runs (id),
  lamport bigint not null check (lamport >= 1),
  device text not null,
  seq bigint not null check (seq >= 1),
  person_id text not null,
  at timestamptz not null,
  type text not null,
  fact jsonb not null,
  received_from text not null references people (id),
  received_at timestamptz not null default now()
);
create index run_events_run_idx on run_events (run_id, position);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'run events are append-only' using errcode = 'integrity_constraint_violation';
end
$$;
create trigger run_events_append_only before update or delete on run_events
  for each row execute function refuse_change();
create trigger run_events_no_truncate before truncate on run_events
  for each statement execute function refuse_change();

-- Down Migration
drop table run_events;
drop function refuse_change();
drop table run_procedures;
drop table runs;
drop table jobs;
drop table vehicles;
