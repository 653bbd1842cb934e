-- Up Migration
-- A closed log keeps the place of the event that closed it: whatever arrives after that stands beside, and changes nothing.
alter table logs add column closed_position bigint;
update logs l set closed_position = (select min(e.position) from events e where e.log_id = l.id and e.type in ('finished', 'closed'));
create index events_lamport_idx on events (log_id, lamport desc);

create function refuse_reopening() returns trigger language plpgsql as $$
begin
  if (new.id, new.kind, new.job_number) is distinct from (old.id, old.kind, old.job_number)
     or (old.closed_position is not null and new.closed_position is distinct from old.closed_position) then
    raise exception 'a log is closed once and never changed' using errcode = 'integrity_constraint_violation';
  end if;
  return new;
end
$$;
create trigger logs_stay before update on logs for each row execute function refuse_reopening();
create trigger logs_no_delete before delete on logs for each row execute function refuse_change();

-- Events, photos, revisions and stock moves are only ever added. Taking a customer's data out after the keeping time is the one exception: it goes
-- through redact_job(), which runs as the owner of the tables; nobody else can say so.
create or replace function refuse_change() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and current_setting('pezzo.redacting', true) = 'on'
     and current_user = (select tableowner from pg_tables where schemaname = tg_table_schema and tablename = tg_table_name) then
    return new;
  end if;
  raise exception '% is append-only', tg_table_name using errcode = 'integrity_constraint_violation';
end
$$;
create trigger photos_append_only before update or delete on photos for each row execute function refuse_change();
create trigger photos_no_truncate before truncate on photos for each statement execute function refuse_change();
create trigger procedure_revisions_append_only before update or delete on procedure_revisions for each row execute function refuse_change();
create trigger stock_moves_append_only before update or delete on stock_moves for each row execute function refuse_change();

-- A tablet that a lead or the owner let in: PINs work on it. Only the hash of its token is kept.
create table devices (
  id uuid primary key default gen_random_uuid(),
  name text not null check (length(name) between 1 and 60),
  token_hash bytea not null unique,
  enrolled_by text not null references people (id),
  enrolled_at timestamptz not null default now(),
  seen_at timestamptz not null default now(),
  revoked_by text references people (id),
  revoked_at timestamptz
);

-- Wrong tries by where they came from and for whom: a delay never reaches another tablet.
create table sign_in_tries (
  source text primary key check (length(source) between 1 and 200),
  failures integer not null check (failures >= 1),
  wait_until timestamptz not null,
  last_at timestamptz not null default now()
);
create index sign_in_tries_last_idx on sign_in_tries (last_at);
alter table people drop column failed_attempts, drop column locked_until;

-- desk rights of leads and owners need a session that was opened by password
alter table sessions add column by_password boolean not null default false;
alter table sessions add column device_id uuid references devices (id);
create index sessions_expires_idx on sessions (expires_at);

-- a draft belongs to whoever began it
alter table procedure_drafts add column begun_by text references people (id);
update procedure_drafts set begun_by = edited_by;
alter table procedure_drafts alter column begun_by set not null;

alter table jobs add column redacted_at timestamptz;
alter table jobs add column redacted_by text references people (id);
alter table photos add column redacted_at timestamptz;
alter table photos drop constraint photos_width_check, drop constraint photos_height_check;

-- Takes out what names a customer: name, plate, VIN, signatures, photos. The technical record stays. Returns false where there is no such job.
create function redact_job(job integer, by_person text) returns boolean language plpgsql security definer set search_path = public, pg_temp as $$
begin
  update jobs set customer = '', redacted_at = coalesce(redacted_at, now()), redacted_by = coalesce(redacted_by, by_person) where number = job;
  if not found then
    return false;
  end if;
  perform set_config('pezzo.redacting', 'on', true);
  update vehicles set label = '', vin = null where id = (select vehicle_id from jobs where number = job);
  update events e set fact = case e.type when 'signed' then e.fact || '{"name": "removed", "strokes": []}' else e.fact || '{"vin": "removed"}' end
    from logs l where l.id = e.log_id and l.job_number = job and e.type in ('signed', 'vin');
  update photos set picture = '', small = '', width = 0, height = 0, redacted_at = coalesce(redacted_at, now()) where job_number = job;
  update flags f set body = null from logs l where l.id = f.log_id and l.job_number = job;
  perform set_config('pezzo.redacting', 'off', true);
  return true;
end
$$;
revoke execute on function redact_job(integer, text) from public;

-- Down Migration
drop function redact_job(integer, text);
alter table photos drop column redacted_at;
alter table jobs drop column redacted_by, drop column redacted_at;
alter table procedure_drafts drop column begun_by;
drop index sessions_expires_idx;
alter table sessions drop column device_id, drop column by_password;
alter table people add column failed_attempts integer not null default 0, add column locked_until timestamptz;
drop table sign_in_tries;
drop table devices;
drop trigger stock_moves_append_only on stock_moves;
drop trigger procedure_revisions_append_only on procedure_revisions;
drop trigger photos_no_truncate on photos;
drop trigger photos_append_only on photos;
create or replace function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'run events are append-only' using errcode = 'integrity_constraint_violation';
end
$$;
drop trigger logs_no_delete on logs;
drop trigger logs_stay on logs;
drop function refuse_reopening();
drop index events_lamport_idx;
alter table logs drop column closed_position;
