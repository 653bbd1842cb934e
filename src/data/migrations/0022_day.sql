-- Up Migration
-- When a job is promised for where no quote says so, and when the part it waits for comes.
alter table jobs
  add column due_at timestamptz,
  add column parts_at timestamptz,
  add column parts text not null default '' check (length(parts) <= 200);

-- Who does a job where and when. One that two people move at once is moved by the first of them: the version says which.
create table day_places (
  job_number integer primary key references jobs (number),
  person_id text references people (id),
  bay text check (length(bay) between 1 and 40),
  starts_at timestamptz not null,
  version integer not null default 1 check (version >= 1),
  placed_by text not null references people (id),
  placed_at timestamptz not null default now()
);
create index day_places_person_idx on day_places (person_id) where person_id is not null;

-- Tools of which the shop has only so many, a row for each piece.
create table shop_tools (
  id uuid primary key,
  -- as plans name it
  tool text not null check (length(tool) between 1 and 60),
  label text not null check (length(label) between 1 and 60),
  holder text references people (id),
  held_since timestamptz,
  -- what has to be done to it by when: calibrated, charged, looked after
  due_what text check (due_what in ('calibration', 'charge', 'service')),
  due_on date,
  note text not null default '' check (length(note) <= 200),
  is_out boolean not null default false,
  changed_by text not null references people (id),
  changed_at timestamptz not null default now(),
  check ((holder is null) = (held_since is null)),
  check ((due_what is null) = (due_on is null))
);
create unique index shop_tools_label_key on shop_tools (lower(label)) where not is_out;

-- Jobs that are still here are found without a look at the others.
create index logs_open_visits_idx on logs (job_number) where kind = 'visit' and closed_position is null;

-- Down Migration
drop index logs_open_visits_idx;
drop table shop_tools;
drop table day_places;
alter table jobs drop column parts, drop column parts_at, drop column due_at;
