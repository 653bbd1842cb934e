-- Up Migration
create table shop (
  id integer primary key default 1 check (id = 1),
  name text not null check (length(name) between 1 and 200),
  settings jsonb not null default '{}'
);

create table people (
  id text primary key check (id ~ '^[a-z0-9-]{1,60}$'),
  name text not null check (length(name) between 1 and 120),
  role text not null check (role in ('trainee', 'technician', 'lead', 'owner')),
  pin_hash text not null,
  password_hash text,
  active boolean not null default true,
  failed_attempts integer not null default 0,
  locked_until timestamptz,
  created_at timestamptz not null default now()
);
create unique index people_name_key on people (lower(name)) where active;

create table sessions (
  token_hash bytea primary key,
  person_id text not null references people (id),
  created_at timestamptz not null default now(),
  expires_at timestamptz not null
);
create index sessions_person_idx on sessions (person_id);

-- Down Migration
drop table sessions;
drop table people;
drop table shop;
