-- Up Migration
-- Rehearsals: never of a real job, so nothing here is read by what learns from runs. The setup is fixed when one begins; what was done, and what it came to, when it is over.
create table rehearsals (
  id uuid primary key,
  branch integer not null references shop (id),
  person text not null references people (id),
  procedure_id text not null references procedures (id) on delete cascade,
  -- Null where it is of a draft.
  revision integer,
  draft_version integer,
  level text not null,
  setup jsonb not null,
  begun_at timestamptz not null default now(),
  moves jsonb,
  score jsonb,
  points integer check (points between 0 and 100),
  taken_seconds integer check (taken_seconds >= 0),
  kinds text[] not null default '{}',
  weak_kinds text[] not null default '{}',
  finished_at timestamptz,
  check ((revision is null) <> (draft_version is null)),
  check ((finished_at is null) = (score is null))
);
create index rehearsals_person_idx on rehearsals (person, finished_at desc);
create index rehearsals_draft_idx on rehearsals (procedure_id, draft_version) where draft_version is not null;
create index rehearsals_branch_idx on rehearsals (branch, finished_at desc);

-- What a lead wants somebody to rehearse before a first real job.
create table rehearsal_tasks (
  person text not null references people (id),
  procedure_id text not null references procedures (id) on delete cascade,
  level text not null,
  set_by text not null references people (id),
  set_at timestamptz not null default now(),
  primary key (person, procedure_id)
);

-- Down Migration
drop table rehearsal_tasks;
drop table rehearsals;
