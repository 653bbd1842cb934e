-- Up Migration
-- What is known of something in stores besides how many there are.
create table store_items (
  -- as stock moves name it
  kind text primary key check (length(kind) between 1 and 60),
  number text not null default '' check (length(number) <= 60),
  bin text not null default '' check (length(bin) <= 40),
  supplier text not null default '' check (length(supplier) <= 80),
  mail text not null default '' check (length(mail) <= 120),
  price_cents bigint check (price_cents >= 0),
  minimum integer not null default 0 check (minimum between 0 and 100000),
  lead_days integer not null default 3 check (lead_days between 0 and 365),
  changed_by text not null references people (id),
  changed_at timestamptz not null default now()
);

-- Down Migration
drop table store_items;
