-- Up Migration
-- Walls between branches: every row that a branch owns says so, and shows itself only to a transaction that says it works for that branch (pezzo.branch). A condition that is
-- forgotten in a statement therefore shows nothing. What crosses the walls on purpose is named below: before anybody is known (door_…), the library's own bookkeeping, and the
-- owner's tasks (backup, customers, measures), which say what they are in pezzo.task.
create function current_branch() returns integer language sql stable parallel safe as $$
  select nullif(current_setting('pezzo.branch', true), '')::integer
$$;
create function owner_task() returns text language sql stable parallel safe as $$
  select nullif(current_setting('pezzo.task', true), '')
$$;

-- What is only ever added may get its branch: once, by whoever owns the tables.
select set_config('pezzo.redacting', 'on', true);

alter table vehicles add column branch integer references shop (id);
update vehicles v set branch = j.branch from jobs j where j.vehicle_id = v.id;
update vehicles set branch = 1 where branch is null and exists (select 1 from shop where id = 1);
delete from vehicles where branch is null;
alter table vehicles alter column branch set not null, alter column branch set default current_branch(), add unique (id, branch);
alter table jobs alter column branch set default current_branch(), add unique (number, branch), add foreign key (vehicle_id, branch) references vehicles (id, branch);
alter table people alter column branch set default current_branch(), add unique (id, branch);
alter table procedures alter column branch set default current_branch(), add unique (id, branch);
alter table supply_orders alter column branch set default current_branch(), add unique (id, branch);
alter table store_kits alter column branch set default current_branch(), add unique (id, branch);
alter table quotes add unique (id);
do $$
declare
  owned record;
begin
  for owned in
    select * from (values
      ('logs', 'job_number', 'jobs', 'number'),
      ('runs', 'id', 'logs', 'id'),
      ('events', 'log_id', 'logs', 'id'),
      ('flags', 'log_id', 'logs', 'id'),
      ('bench_results', 'job_number', 'jobs', 'number'),
      ('quotes', 'job_number', 'jobs', 'number'),
      ('quote_answers', 'quote_id', 'quotes', 'id'),
      ('day_places', 'job_number', 'jobs', 'number'),
      ('run_procedures', 'run_id', 'runs', 'id'),
      ('run_lessons', 'run_id', 'runs', 'id'),
      ('stock_reservations', 'run_id', 'runs', 'id'),
      ('store_kit_takes', 'kit_id', 'store_kits', 'id'),
      ('supply_order_lines', 'order_id', 'supply_orders', 'id'),
      ('sessions', 'person_id', 'people', 'id'),
      ('rehearsal_tasks', 'person', 'people', 'id'),
      ('devices', 'enrolled_by', 'people', 'id'),
      ('finding_decisions', 'decided_by', 'people', 'id'),
      ('procedure_comments', 'said_by', 'people', 'id'),
      ('procedure_drafts', 'procedure_id', 'procedures', 'id'),
      ('procedure_revisions', 'procedure_id', 'procedures', 'id'),
      ('procedure_applies', 'procedure_id', 'procedures', 'id'),
      ('provenances', 'procedure_id', 'procedures', 'id'),
      ('wires', 'procedure_id', 'procedures', 'id')
    ) as o (child, reference, parent, key)
  loop
    -- One branch, as nearly everywhere: no row needs to be written anew.
    if (select count(*) from shop) <= 1 then
      execute format('alter table %I add column branch integer not null default %s', owned.child, coalesce((select min(id) from shop), 1));
    else
      execute format('alter table %I add column branch integer', owned.child);
      execute format('update %I c set branch = p.branch from %I p where p.%I = c.%I', owned.child, owned.parent, owned.key, owned.reference);
      execute format('alter table %I alter column branch set not null', owned.child);
    end if;
    execute format('alter table %I alter column branch set default current_branch()', owned.child);
    -- A row can hang only on what its own branch owns; what it hangs on takes it along where it may go.
    execute format('alter table %I add constraint %I foreign key (%I, branch) references %I (%I, branch)%s', owned.child, owned.child || '_wall_fkey', owned.reference, owned.parent, owned.key,
      case when owned.parent = 'procedures' then ' on delete cascade' else '' end);
    if owned.child in ('logs', 'runs', 'quotes') then
      execute format('alter table %I add unique (id, branch)', owned.child);
    end if;
  end loop;
end
$$;

alter table runs add foreign key (job_number, branch) references jobs (number, branch);
alter table stock_moves add foreign key (run_id, branch) references runs (id, branch), add foreign key (job_number, branch) references jobs (number, branch);
alter table stock_questions add foreign key (run_id, branch) references runs (id, branch);
alter table store_kit_takes add foreign key (job_number, branch) references jobs (number, branch);
alter table procedures add foreign key (from_run, branch) references runs (id, branch);
-- A session belongs to its branch's tablet: one that was opened elsewhere ends here.
alter table devices add unique (id, branch);
delete from sessions s using devices d where d.id = s.device_id and d.branch <> s.branch;
alter table sessions add foreign key (device_id, branch) references devices (id, branch);

alter table photos add column branch integer references shop (id);
alter table recordings add column branch integer references shop (id);
update photos f set branch = coalesce(
  (select branch from jobs where number = f.job_number), (select branch from procedures where id = f.procedure_id), (select branch from people where id = f.received_from));
update recordings f set branch = coalesce((select branch from procedures where id = f.procedure_id), (select branch from people where id = f.received_from));
alter table photos alter column branch set not null, alter column branch set default current_branch(), add foreign key (job_number, branch) references jobs (number, branch);
alter table recordings alter column branch set not null, alter column branch set default current_branch();

-- Each branch has its own list of speakers; where there are several, each begins with what there was.
alter table speakers add column branch integer references shop (id);
update speakers set branch = (select min(id) from shop);
delete from speakers where branch is null;
alter table speakers drop constraint speakers_pkey, alter column branch set not null, alter column branch set default current_branch(), add primary key (branch, name);
insert into speakers (branch, name, kind, basket, cutout, holes, circle, depth, proud, stroke, ohms, sensitivity_db, watts)
  select shop.id, s.name, s.kind, s.basket, s.cutout, s.holes, s.circle, s.depth, s.proud, s.stroke, s.ohms, s.sensitivity_db, s.watts
    from speakers s join shop on shop.id <> s.branch;
select set_config('pezzo.redacting', 'off', true);

-- Two branches may have people of one name.
drop index people_name_key;
create unique index people_name_key on people (branch, lower(name)) where active;
drop index store_kits_name_key;
create unique index store_kits_name_key on store_kits (branch, lower(name)) where not is_out;

-- A tablet belongs to a branch, and a session to its person's.
create or replace function refuse_new_wall() returns trigger language plpgsql as $$
begin
  if new.branch is distinct from old.branch then
    raise exception 'what a branch owns stays its own' using errcode = 'integrity_constraint_violation';
  end if;
  return new;
end
$$;

do $$
declare
  walled text;
begin
  -- Owned by a branch, and seen by it alone.
  foreach walled in array array['people', 'sessions', 'devices', 'vehicles', 'jobs', 'logs', 'runs', 'run_procedures', 'events', 'flags', 'bench_results', 'speakers', 'finding_decisions',
    'stock_moves', 'stock_levels', 'stock_questions', 'stock_reservations', 'store_items', 'store_photos', 'supply_orders', 'supply_order_lines', 'store_kits', 'store_kit_takes', 'shop_tools',
    'day_places', 'quotes', 'quote_answers', 'run_lessons', 'rehearsals', 'rehearsal_tasks', 'procedure_drafts', 'photos', 'recordings', 'procedures', 'procedure_revisions',
    'procedure_applies', 'provenances', 'wires', 'procedure_comments']
  loop
    execute format('create policy own_branch on %I using (branch = current_branch()) with check (branch = current_branch())', walled);
    execute format('create trigger %I before update of branch on %I for each row execute function refuse_new_wall()', walled || '_stay_walled', walled);
  end loop;
  -- Of every table: the owner's own tasks, each under its name.
  for walled in select tablename from pg_tables where schemaname = 'public' and tablename <> 'migrations' loop
    execute format('alter table %I enable row level security', walled);
    execute format('alter table %I force row level security', walled);
    execute format('create policy owner_tasks on %I to current_user using (owner_task() is not null) with check (owner_task() is not null)', walled);
  end loop;
end
$$;
create policy own_branch on shop using (id = current_branch()) with check (id = current_branch());
-- Wrong tries are counted before anybody is known; they hold no branch's data.
create policy at_the_door on sign_in_tries using (true) with check (true);

-- The library: what is published and shared can be read by every branch, with all that makes it up.
create policy shared on procedures for select using (is_shared and revision is not null);
create policy shared on procedure_revisions for select using (exists (select 1 from procedures p where p.id = procedure_id));
create policy shared on procedure_applies for select using (exists (select 1 from procedures p where p.id = procedure_id));
create policy shared on provenances for select using (exists (select 1 from procedures p where p.id = procedure_id));
create policy shared on wires for select using (exists (select 1 from procedures p where p.id = procedure_id));
create policy shared on photos for select using (procedure_id is not null and exists (select 1 from procedures p where p.id = procedure_id));
create policy shared on recordings for select using (exists (select 1 from procedures p where p.id = procedure_id));
-- Whoever reads a procedure may say something to it; whose it is, settles that.
create policy shared on procedure_comments for select using (exists (select 1 from procedures p where p.id = procedure_id));
create policy settled_by_its_branch on procedure_comments for update using (exists (select 1 from procedures p where p.id = procedure_id and p.branch = current_branch()));

-- The years a procedure is for, beside it: a search asks one row instead of many behind their own wall.
alter table procedures add column years int4multirange not null default '{}';
select set_config('pezzo.task', 'migration', true);
update procedures p set years = coalesce((select range_agg(a.years) from procedure_applies a where a.procedure_id = p.id), '{}');
create function keep_years() returns trigger language plpgsql as $$
declare changed text := coalesce(new.procedure_id, old.procedure_id);
begin
  update procedures set years = coalesce((select range_agg(a.years) from procedure_applies a where a.procedure_id = changed), '{}') where id = changed;
  return null;
end
$$;
create trigger procedure_applies_years after insert or delete on procedure_applies for each row execute function keep_years();

-- What follows sees over the walls, for its own purpose and no longer than it takes.
create function as_task(task text) returns text language plpgsql as $$
declare was text := coalesce(current_setting('pezzo.task', true), '');
begin
  perform set_config('pezzo.task', task, true);
  return was;
end
$$;

-- Before anybody is known: who a token, a tablet or a name belongs to.
create function door_branches() returns table (id integer, name text) language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('door');
begin
  return query select s.id, s.name from shop s order by s.id;
  perform as_task(was);
end
$$;
create function door_session(token bytea) returns table (id text, name text, role text, active boolean, branch integer, "hasPassword" boolean, "byPassword" boolean, "expiresAt" timestamptz)
  language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('door');
begin
  return query select p.id, p.name, p.role, p.active, p.branch, p.password_hash is not null, s.by_password, s.expires_at
    from sessions s join people p on p.id = s.person_id left join devices d on d.id = s.device_id
   where s.token_hash = token and s.expires_at > now() and p.active and d.revoked_at is null and (d.id is null or d.branch = p.branch);
  perform as_task(was);
end
$$;
create function door_device(token bytea) returns setof devices language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('door');
begin
  return query select * from devices d where d.token_hash = token and d.revoked_at is null;
  perform as_task(was);
end
$$;
-- Active people of a branch, or of all of them (null), by id or by name as it is typed.
create function door_people(of_branch integer, id_or_name text) returns setof people language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('door');
begin
  return query select * from people p
    where p.active and (of_branch is null or p.branch = of_branch) and (id_or_name is null or p.id = id_or_name or lower(p.name) = lower(id_or_name)) order by p.name, p.id;
  perform as_task(was);
end
$$;
create function door_end_session(token bytea) returns void language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('door');
begin
  delete from sessions where token_hash = token;
  perform as_task(was);
end
$$;
create function door_sweep() returns integer language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('door'); gone integer;
begin
  delete from sessions where expires_at <= now();
  get diagnostics gone = row_count;
  perform as_task(was);
  return gone;
end
$$;
-- Which logs have news, without what it is: whoever listens looks for itself.
create function door_news(after bigint) returns table (log_id uuid, "position" bigint) language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('door');
begin
  return query select e.log_id, max(e.position) from events e where e.position > after and e.received_at > now() - interval '10 seconds' group by e.log_id;
  perform as_task(was);
end
$$;

-- The chain's own bookkeeping.
create function add_branch(branch_name text, settings jsonb, owner_id text, owner_name text, pin text, password text) returns integer language plpgsql security definer
  set search_path = public, pg_temp as $$
declare was text := as_task('branch'); made integer;
begin
  insert into shop (name, settings) values (branch_name, add_branch.settings) returning id into made;
  insert into people (id, name, role, pin_hash, password_hash, branch) values (owner_id, owner_name, 'owner', pin, add_branch.password, made);
  perform as_task(was);
  return made;
end
$$;
-- Kinds of a branch's own, by branch: shared procedures may use them.
create function chain_kinds() returns table (kinds jsonb) language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('library');
begin
  return query select s.settings -> 'ownKinds' from shop s where jsonb_typeof(s.settings -> 'ownKinds') = 'array' order by s.id;
  perform as_task(was);
end
$$;
-- Ids are the chain's: whether one is taken, by whomever.
create function is_taken(what text, asked text) returns boolean language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('library'); taken boolean;
begin
  taken := case what when 'procedure' then exists (select 1 from procedures where id = asked) when 'person' then exists (select 1 from people where id = asked) end;
  perform as_task(was);
  return taken;
end
$$;
-- What stands for somebody of another branch who made what is shared: the name of that branch.
create function credits(asked text[]) returns table (id text, name text) language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('library');
begin
  return query select p.id, case when p.branch = current_branch() then p.name else s.name end from people p join shop s on s.id = p.branch where p.id = any(asked);
  perform as_task(was);
end
$$;
-- What is worked out from documents that everybody may read is kept once, whoever worked it out.
create function keep_summaries(ids text[], summaries jsonb[]) returns void language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('library');
begin
  update procedures p set summary = s.summary from unnest(ids, summaries) as s (id, summary)
   where p.id = s.id and (p.branch = current_branch() or p.is_shared and p.revision is not null);
  perform as_task(was);
end
$$;
create function list_wires(procedure text, listed jsonb, version integer) returns void language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('library'); owner integer;
begin
  select p.branch into owner from procedures p where p.id = procedure and (p.branch = current_branch() or p.is_shared and p.revision is not null);
  if owner is not null then
    delete from wires where procedure_id = procedure;
    insert into wires (procedure_id, position, item, connector, cavity, colour, does, polarity, how, sure, search_text, branch)
      select procedure, x.position, x.item, x.connector, x.cavity, x.colour, x."function", x.polarity, x.how, x.sure, x."searchText", owner
        from jsonb_to_recordset(listed) as x (position int, item text, connector text, cavity text, colour text, "function" text, polarity text, how text[], sure real, "searchText" text);
    update procedures set wires_version = version where id = procedure;
  end if;
  perform as_task(was);
end
$$;
do $$
declare f record;
begin
  for f in select p.oid::regprocedure as name from pg_proc p join pg_namespace n on n.oid = p.pronamespace where n.nspname = 'public' and p.prosecdef loop
    execute format('revoke execute on function %s from public', f.name);
  end loop;
end
$$;

-- Erasing a customer's data stays within the branch that asks for it.
create or replace function redact_job(job integer, by_person text) returns boolean language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('erase');
begin
  update jobs set customer = '', phone = '', redacted_at = coalesce(redacted_at, now()), redacted_by = coalesce(redacted_by, by_person) where number = job and branch = current_branch();
  if not found then
    perform as_task(was);
    return false;
  end if;
  perform set_config('pezzo.redacting', 'on', true);
  update vehicles set label = '', vin = null where id = (select vehicle_id from jobs where number = job);
  update events e set fact = case e.type when 'signed' then e.fact || '{"name": "removed", "strokes": []}' else e.fact || '{"vin": "removed"}' end
    from logs l where l.id = e.log_id and l.job_number = job and e.type in ('signed', 'vin');
  update photos set picture = '', small = '', width = 0, height = 0, redacted_at = coalesce(redacted_at, now()) where job_number = job;
  update flags f set body = null from logs l where l.id = f.log_id and l.job_number = job;
  update quote_answers a set name = 'removed', note = '', strokes = case when strokes is null then null else '[]'::jsonb end
    from quotes q where q.id = a.quote_id and q.job_number = job;
  perform set_config('pezzo.redacting', 'off', true);
  perform as_task(was);
  return true;
end
$$;

-- Down Migration
-- Walls are not taken down: a database from before them is restored from its backup.
