-- Up Migration
-- Every run has a log of events, and so has the visit it belongs to (check-in, waits, hand-over).
create table logs (
  id uuid primary key,
  kind text not null check (kind in ('run', 'visit')),
  job_number integer not null references jobs (number)
);
create unique index logs_visit_idx on logs (job_number) where kind = 'visit';
insert into logs (id, kind, job_number) select id, 'run', job_number from runs;
insert into logs (id, kind, job_number) select gen_random_uuid(), 'visit', number from jobs;

alter table runs add foreign key (id) references logs (id);
alter table run_events rename to events;
alter table events rename column run_id to log_id;
alter table events drop constraint run_events_run_id_fkey;
alter table events add foreign key (log_id) references logs (id);

-- who listens to a log, in whatever process, hears that something arrived
create function tell_arrivals() returns trigger language plpgsql as $$
begin
  perform pg_notify('pezzo_log', log_id::text) from (select distinct log_id from arrived) a;
  return null;
end
$$;
create trigger events_tell after insert on events
  referencing new table as arrived for each statement execute function tell_arrivals();

-- What a lead must look at: an event from somebody removed meanwhile, one of a newer version, one that could not be taken into
-- the log (then `body` holds it as it was sent). Looking at it does not change the log.
create table flags (
  id uuid primary key default gen_random_uuid(),
  log_id uuid not null references logs (id),
  event_id uuid,
  reason text not null,
  detail text not null default '',
  body text,
  received_from text not null references people (id),
  raised_at timestamptz not null default now(),
  looked_by text references people (id),
  looked_at timestamptz
);
create unique index flags_event_idx on flags (log_id, event_id, reason) where event_id is not null;
create index flags_open_idx on flags (log_id) where looked_at is null;

-- Pictures are rows, so that one database is the whole state and its dump the whole backup.
create table photos (
  id uuid primary key,
  job_number integer not null references jobs (number),
  -- of the bytes the device sent: a second delivery is recognised by it
  sha256 bytea not null check (length(sha256) = 32),
  -- JPEG, upright, without position or other hidden data
  picture bytea not null,
  small bytea not null,
  width integer not null check (width > 0),
  height integer not null check (height > 0),
  received_from text not null references people (id),
  received_at timestamptz not null default now()
);
create index photos_job_idx on photos (job_number);

alter table vehicles add column vin text check (vin ~ '^[A-HJ-NPR-Z0-9]{17}$');

-- Stores: what there is of a fastener kind is the sum of its moves.
create table stock_moves (
  id bigint generated always as identity primary key,
  kind text not null check (length(kind) between 1 and 60),
  change integer not null check (change <> 0),
  reason text not null default '',
  run_id uuid references runs (id),
  moved_by text not null references people (id),
  moved_at timestamptz not null default now()
);
create index stock_moves_kind_idx on stock_moves (kind);
-- a run takes its spares once
create unique index stock_moves_run_idx on stock_moves (run_id, kind) where run_id is not null;

-- Down Migration
drop table stock_moves;
alter table vehicles drop column vin;
drop table photos;
drop table flags;
drop trigger events_tell on events;
drop function tell_arrivals();
alter table runs drop constraint runs_id_fkey;
alter table events drop constraint events_log_id_fkey;
delete from events where log_id not in (select id from runs);
alter table events rename column log_id to run_id;
alter table events rename to run_events;
alter table run_events add constraint run_events_run_id_fkey foreign key (run_id) references runs (id);
drop table logs;
