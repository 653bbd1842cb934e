-- Up Migration
-- What becomes of a procedure: looked at before it is published, retired for another one, derived from another, taken in from another shop.
alter table procedures
  add column retired_at timestamptz,
  add column retired_by text references people (id),
  add column retired_why text check (length(retired_why) between 1 and 400),
  add column replaced_by text references procedures (id),
  -- what it was derived from, and the revision of that whose changes it has
  add column origin_id text references procedures (id),
  add column origin_revision integer check (origin_revision >= 1),
  -- which version of the program listed its wires; null while nobody did
  add column wires_version integer,
  add constraint procedures_retired check (num_nonnulls(retired_at, retired_by) in (0, 2)),
  add constraint procedures_replaced_once_retired check (replaced_by is null or retired_at is not null),
  add constraint procedures_not_its_own check (id <> replaced_by and id <> origin_id),
  add constraint procedures_origin_both check (num_nonnulls(origin_id, origin_revision) in (0, 2));
create index procedures_origin_idx on procedures (origin_id) where origin_id is not null;

alter table procedure_drafts
  add column review_asked_by text references people (id),
  add column review_asked_at timestamptz,
  -- the revision of what it was derived from whose changes this draft has
  add column origin_revision integer check (origin_revision >= 1),
  add constraint procedure_drafts_review_both check (num_nonnulls(review_asked_by, review_asked_at) in (0, 2));

-- What people say of an item, or of the whole, until somebody settles it.
create table procedure_comments (
  id uuid primary key,
  procedure_id text not null references procedures (id) on delete cascade,
  item text,
  words text not null check (length(words) between 1 and 1000),
  said_by text not null references people (id),
  said_at timestamptz not null default now(),
  settled_by text references people (id),
  settled_at timestamptz,
  check (num_nonnulls(settled_by, settled_at) in (0, 2))
);
create index procedure_comments_procedure_idx on procedure_comments (procedure_id, said_at);

-- Where a revision came from that another shop made; revision 0 is a draft.
create table provenances (
  procedure_id text not null references procedures (id) on delete cascade,
  revision integer not null check (revision >= 0),
  shop text not null,
  their_revision integer,
  verified jsonb not null,
  taken_by text not null references people (id),
  taken_at timestamptz not null default now(),
  primary key (procedure_id, revision)
);

-- The wires of what stands of each procedure, to be searched.
create table wires (
  procedure_id text not null references procedures (id) on delete cascade,
  position integer not null,
  item text not null,
  connector text not null,
  cavity text not null,
  colour text not null,
  does text not null,
  polarity text check (polarity in ('plus', 'minus')),
  how text[] not null,
  sure real,
  search_text text not null,
  primary key (procedure_id, position)
);
create index wires_search_idx on wires using gin (search_text gin_trgm_ops);

-- A finding may also become an option of the vehicle.
alter table finding_decisions drop constraint finding_decisions_decision_check, drop constraint finding_decisions_check;
alter table finding_decisions
  add constraint finding_decisions_decision_check check (decision in ('accepted', 'option', 'this-vehicle', 'rejected')),
  add constraint finding_decisions_check check ((decision in ('accepted', 'option')) = (revision is not null));

-- Down Migration
delete from finding_decisions where decision = 'option';
alter table finding_decisions drop constraint finding_decisions_decision_check, drop constraint finding_decisions_check;
alter table finding_decisions
  add constraint finding_decisions_decision_check check (decision in ('accepted', 'this-vehicle', 'rejected')),
  add constraint finding_decisions_check check ((decision = 'accepted') = (revision is not null));
drop table wires;
drop table provenances;
drop table procedure_comments;
alter table procedure_drafts drop column review_asked_by, drop column review_asked_at, drop column origin_revision;
alter table procedures drop column retired_at, drop column retired_by, drop column retired_why, drop column replaced_by,
  drop column origin_id, drop column origin_revision, drop column wires_version;
