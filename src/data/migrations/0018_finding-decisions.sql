-- Up Migration
-- What a lead decided about a finding: taken into a revision, true of one vehicle only, or rejected, and why. Each finding once.
create table finding_decisions (
  -- an event of a run, or a result of the bench
  finding uuid primary key,
  procedure_id text not null references procedures (id) on delete cascade,
  decision text not null check (decision in ('accepted', 'this-vehicle', 'rejected')),
  reason text check (length(reason) between 1 and 400),
  revision integer,
  decided_by text not null references people (id),
  decided_at timestamptz not null default now(),
  check ((decision = 'accepted') = (revision is not null)),
  check (decision <> 'rejected' or reason is not null)
);
create index finding_decisions_procedure_idx on finding_decisions (procedure_id, decided_at desc);

-- Down Migration
drop table finding_decisions;
