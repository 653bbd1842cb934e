-- Up Migration
-- Each event carries its number in its log, the hash of what it says, and a hash over that and the event before: whoever changes, takes out or slips in one breaks the chain of all
-- that follow. SHA-256 (FIPS 180-4). The data of a customer that is erased leaves the hashes as they were.
alter table events add column number integer, add column hash bytea, add column chain bytea;

create function event_hash(e events) returns bytea language sql immutable as $$
  select sha256(convert_to(jsonb_build_array(e.id, e.log_id, e.lamport, e.device, e.seq, e.person_id, extract(epoch from e.at), e.type, e.fact, e.received_from, e.position)::text, 'UTF8'))
$$;

do $$
declare
  e events;
  last_log uuid;
  n integer;
  before bytea;
begin
  perform set_config('pezzo.redacting', 'on', true);
  for e in select * from events order by log_id, position loop
    if last_log is distinct from e.log_id then
      n := 0;
      before := '';
      last_log := e.log_id;
    end if;
    n := n + 1;
    before := sha256(before || event_hash(e));
    update events set number = n, hash = event_hash(e), chain = before where position = e.position;
  end loop;
  perform set_config('pezzo.redacting', 'off', true);
end
$$;
alter table events alter column number set not null, alter column hash set not null, alter column chain set not null, add unique (log_id, number);

-- Positions, numbers and hashes are the database's: the app's role may not name them (grants.sql).
create function chain_event() returns trigger language plpgsql as $$
declare
  before record;
begin
  -- What comes out of a backup keeps what it was kept with: it is verified as a whole, and would look whole always if it were hashed anew.
  if owner_task() = 'restore' then
    return new;
  end if;
  select number, chain into before from events where log_id = new.log_id order by number desc limit 1;
  new.number := coalesce(before.number, 0) + 1;
  new.hash := event_hash(new);
  new.chain := sha256(coalesce(before.chain, '') || new.hash);
  return new;
end
$$;
create trigger events_chain before insert on events for each row execute function chain_event();

create or replace function keep_stock_level() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
begin
  if owner_task() = 'restore' then
    return new;
  end if;
  -- Nothing there and nothing ever moved: the row is there before anything can be taken from it.
  insert into stock_levels (branch, kind, count) values (new.branch, new.kind, 0) on conflict (branch, kind) do nothing;
  update stock_levels set count = count + new.change where branch = new.branch and kind = new.kind;
  return new;
end
$$;

-- What is wrong with the chains of some logs, or of all (null): nothing, where they are whole.
create function chain_faults(asked uuid[]) returns table (log_id uuid, "position" bigint, fault text) language sql stable as $$
  select x.log_id, x.position,
         case when x.number <> x.before_number + 1 then 'missing'
              when x.chain <> sha256(x.before_chain || x.hash) then 'broken'
              else 'changed' end
    from (select e.position, e.log_id, e.number, e.chain, e.hash, event_hash(e) as says, e.type,
                 coalesce(lag(e.number) over log, 0) as before_number, coalesce(lag(e.chain) over log, ''::bytea) as before_chain
            from events e where asked is null or e.log_id = any(asked) window log as (partition by e.log_id order by e.position)) x
   where x.number <> x.before_number + 1 or x.chain <> sha256(x.before_chain || x.hash)
      or x.hash <> x.says and not (x.type in ('signed', 'vin') and exists (
           select 1 from logs l join jobs j on j.number = l.job_number where l.id = x.log_id and j.redacted_at is not null))
   order by x.log_id, x.position
$$;

-- What a finished run and a closed visit say, folded once at their end: no later version of the program says it otherwise.
create table kept_reports (
  log_id uuid primary key,
  branch integer not null default current_branch(),
  -- the version of the program that folded it
  version text not null,
  report jsonb not null,
  kept_at timestamptz not null default now(),
  foreign key (log_id, branch) references logs (id, branch)
);
alter table kept_reports enable row level security;
alter table kept_reports force row level security;
create policy own_branch on kept_reports using (branch = current_branch()) with check (branch = current_branch());
create policy owner_tasks on kept_reports to current_user using (owner_task() is not null) with check (owner_task() is not null);
create trigger kept_reports_append_only before update or delete on kept_reports for each row execute function refuse_change();
create trigger kept_reports_no_truncate before truncate on kept_reports for each statement execute function refuse_change();

-- A run is finished once, and a rehearsal's score is written once.
create function refuse_unfinishing() returns trigger language plpgsql as $$
begin
  if old.finished_at is not null and (to_jsonb(new) - 'reserved') is distinct from (to_jsonb(old) - 'reserved') then
    raise exception 'what is finished stays as it is' using errcode = 'integrity_constraint_violation';
  end if;
  return new;
end
$$;
create trigger runs_stay_finished before update on runs for each row execute function refuse_unfinishing();
create trigger rehearsals_stay_finished before update on rehearsals for each row execute function refuse_unfinishing();

-- Which version of the program wrote this schema: an older one refuses it in words.
create table schema_version (
  only_one boolean primary key default true check (only_one),
  version text not null
);
alter table schema_version enable row level security;
alter table schema_version force row level security;
create policy everybody_reads on schema_version using (true) with check (true);
create policy owner_tasks on schema_version to current_user using (owner_task() is not null) with check (owner_task() is not null);

-- Down Migration
drop table schema_version;
drop trigger rehearsals_stay_finished on rehearsals;
drop trigger runs_stay_finished on runs;
drop function refuse_unfinishing();
drop table kept_reports;
drop function chain_faults(uuid[]);
drop trigger events_chain on events;
drop function chain_event();
drop function event_hash(events);
alter table events drop column chain, drop column hash, drop column number;
