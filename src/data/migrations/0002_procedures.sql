-- Up Migration
create extension if not exists pg_trgm;
create extension if not exists btree_gist;

create table procedures (
  id text primary key,
  title text not null,
  zone text not null,
  side text not null check (side in ('left', 'right', 'centre')),
  -- lower case, without accents: title, makes, models, bodies
  search_text text not null,
  -- the revision in force; null while it is only a draft
  revision integer,
  created_by text not null references people (id),
  created_at timestamptz not null default now(),
  changed_at timestamptz not null default now()
);
create index procedures_search_idx on procedures using gin (search_text gin_trgm_ops);
create index procedures_zone_idx on procedures (zone, side);
create index procedures_changed_idx on procedures (changed_at desc, id);

create table procedure_applies (
  procedure_id text not null references procedures (id) on delete cascade,
  make text not null,
  model text not null,
  years int4range not null,
  body text,
  steering text not null default 'any' check (steering in ('left', 'right', 'any'))
);
create index procedure_applies_procedure_idx on procedure_applies (procedure_id);
create index procedure_applies_years_idx on procedure_applies using gist (years);
create index procedure_applies_vehicle_idx on procedure_applies (lower(make), lower(model));

create table procedure_revisions (
  procedure_id text not null references procedures (id) on delete cascade,
  revision integer not null check (revision >= 1),
  document jsonb not null,
  note text not null,
  made_by text not null references people (id),
  approved_by text not null references people (id),
  approved_at timestamptz not null default now(),
  primary key (procedure_id, revision)
);

create table procedure_drafts (
  procedure_id text primary key references procedures (id) on delete cascade,
  -- goes up with every save; a save names the version it started from
  version integer not null default 1,
  document jsonb not null,
  edited_by text not null references people (id),
  edited_at timestamptz not null default now()
);

-- Down Migration
drop table procedure_drafts;
drop table procedure_revisions;
drop table procedure_applies;
drop table procedures;
