-- Up Migration
-- What a customer was promised, as it was sent; the answer stands beside it, once. Extra work is a quote of its own.
create table quotes (
  id uuid primary key,
  job_number integer not null references jobs (number),
  -- counts up within its job
  number integer not null check (number >= 1),
  lines jsonb not null,
  terms jsonb not null,
  words text not null default '',
  ready_by timestamptz,
  made_by text not null references people (id),
  made_at timestamptz not null default now(),
  unique (job_number, number)
);
create trigger quotes_append_only before update or delete on quotes for each row execute function refuse_change();
create trigger quotes_no_truncate before truncate on quotes for each statement execute function refuse_change();

create table quote_answers (
  quote_id uuid primary key references quotes (id),
  answer text not null check (answer in ('accepted', 'declined')),
  how text not null check (how in ('signature', 'phone', 'in-person')),
  -- whoever said so, and the signature: taken out with the customer's data
  name text not null check (length(name) between 1 and 200),
  strokes jsonb,
  left_out jsonb not null default '[]',
  gross_cents bigint not null,
  note text not null default '',
  taken_by text not null references people (id),
  taken_at timestamptz not null default now(),
  check ((how = 'signature') = (strokes is not null))
);
create function quote_answers_guard() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and current_setting('pezzo.redacting', true) = 'on' then
    return new;
  end if;
  raise exception 'answers to quotes are append-only' using errcode = 'integrity_constraint_violation';
end
$$;
create trigger quote_answers_append_only before update or delete on quote_answers for each row execute function quote_answers_guard();
create trigger quote_answers_no_truncate before truncate on quote_answers for each statement execute function refuse_change();

alter table jobs
  -- the job it comes back from
  add column comes_back_of integer references jobs (number),
  add column phone text not null default '',
  add constraint jobs_not_back_of_itself check (comes_back_of <> number);
create index jobs_comes_back_idx on jobs (comes_back_of) where comes_back_of is not null;

-- What names a customer goes: the answer stays, without the name.
create or replace function redact_job(job integer, by_person text) returns boolean language plpgsql security definer set search_path = public, pg_temp as $$
begin
  update jobs set customer = '', phone = '', redacted_at = coalesce(redacted_at, now()), redacted_by = coalesce(redacted_by, by_person) where number = job;
  if not found then
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
  return true;
end
$$;

-- Down Migration
drop table quote_answers;
drop function quote_answers_guard();
drop table quotes;
alter table jobs drop column comes_back_of, drop column phone;
create or replace function redact_job(job integer, by_person text) returns boolean language plpgsql security definer set search_path = public, pg_temp as $$
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
