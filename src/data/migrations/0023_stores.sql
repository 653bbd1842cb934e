-- Up Migration
-- How many there are of each kind is kept beside the moves, and is never below nothing: whoever takes more than there is says so by a question.
create table stock_levels (
  kind text primary key check (length(kind) between 1 and 60),
  count integer not null check (count >= 0)
);
create table stock_questions (
  id bigint generated always as identity primary key,
  kind text not null check (length(kind) between 1 and 60),
  -- taken, but by the count not there
  missing integer not null check (missing >= 1),
  run_id uuid references runs (id),
  raised_at timestamptz not null default now(),
  settled_by text references people (id),
  settled_at timestamptz,
  check ((settled_by is null) = (settled_at is null))
);
create index stock_questions_open_idx on stock_questions (kind) where settled_at is null;
insert into stock_levels (kind, count) select kind, greatest(0, sum(change)::int) from stock_moves group by kind;
insert into stock_questions (kind, missing) select kind, -sum(change)::int from stock_moves group by kind having sum(change) < 0;

create function keep_stock_level() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
begin
  -- Nothing there and nothing ever moved: the row is there before anything can be taken from it.
  insert into stock_levels (kind, count) values (new.kind, 0) on conflict (kind) do nothing;
  update stock_levels set count = count + new.change where kind = new.kind;
  return new;
end
$$;
create trigger stock_moves_level after insert on stock_moves for each row execute function keep_stock_level();

-- What open runs will probably need, once for each of them.
create table stock_reservations (
  run_id uuid not null references runs (id),
  kind text not null check (length(kind) between 1 and 60),
  count integer not null check (count >= 1),
  primary key (run_id, kind)
);
create index stock_reservations_kind_idx on stock_reservations (kind);
alter table runs add column reserved boolean not null default false;
create index runs_unreserved_idx on runs (id) where finished_at is null and not reserved;

alter table stock_moves add column job_number integer references jobs (number);
create index stock_moves_taken_idx on stock_moves (moved_at) where change < 0;

alter table store_items
  add column size text not null default '' check (length(size) <= 40),
  add column own_number text not null default '' check (length(own_number) <= 40),
  -- items of one name stand in for each other: "any 8 mm press clip"
  add column any_of text not null default '' check (length(any_of) <= 60);

create table store_photos (
  kind text primary key check (length(kind) between 1 and 60),
  picture bytea not null,
  small bytea not null,
  sha256 bytea not null,
  taken_by text not null references people (id),
  taken_at timestamptz not null default now()
);

-- What was ordered, and what the supplier says to it.
create table supply_orders (
  id uuid primary key,
  number integer generated always as identity unique,
  supplier text not null check (length(supplier) between 1 and 80),
  state text not null default 'sent' check (state in ('sent', 'confirmed', 'delayed', 'received', 'cancelled')),
  expected_on date,
  words text not null default '' check (length(words) <= 500),
  sent_by text not null references people (id),
  sent_at timestamptz not null default now(),
  changed_at timestamptz not null default now()
);
create table supply_order_lines (
  order_id uuid not null references supply_orders (id),
  kind text not null check (length(kind) between 1 and 60),
  count integer not null check (count between 1 and 100000),
  -- of these, what comes later than the rest
  back_ordered integer not null default 0,
  received integer not null default 0,
  price_cents bigint check (price_cents >= 0),
  primary key (order_id, kind),
  check (back_ordered between 0 and count),
  check (received between 0 and count)
);
create index supply_orders_open_idx on supply_orders (number) where state not in ('received', 'cancelled');

-- What a job of one vehicle takes together.
create table store_kits (
  id uuid primary key,
  name text not null check (length(name) between 1 and 120),
  -- empty: for any
  make text not null default '' check (length(make) <= 120),
  model text not null default '' check (length(model) <= 120),
  lines jsonb not null,
  is_out boolean not null default false,
  changed_by text not null references people (id),
  changed_at timestamptz not null default now()
);
create unique index store_kits_name_key on store_kits (lower(name)) where not is_out;
-- A job takes a kit once.
create table store_kit_takes (
  kit_id uuid not null references store_kits (id),
  job_number integer not null references jobs (number),
  taken_by text not null references people (id),
  taken_at timestamptz not null default now(),
  primary key (kit_id, job_number)
);

-- Down Migration
drop table store_kit_takes;
drop table store_kits;
drop table supply_order_lines;
drop table supply_orders;
drop table store_photos;
alter table store_items drop column any_of, drop column own_number, drop column size;
drop index stock_moves_taken_idx;
alter table stock_moves drop column job_number;
drop index runs_unreserved_idx;
alter table runs drop column reserved;
drop table stock_reservations;
drop trigger stock_moves_level on stock_moves;
drop function keep_stock_level();
drop table stock_questions;
drop table stock_levels;
