-- Up Migration
-- What each finished run teaches, worked out once: what the shop knows is read from these, not from every event again.
create table run_lessons (
  run_id uuid primary key references runs (id),
  lesson jsonb not null,
  finished_at timestamptz not null
);
create index run_lessons_finished_idx on run_lessons (finished_at desc, run_id);
create trigger run_lessons_append_only before update or delete on run_lessons for each row execute function refuse_change();

-- Down Migration
drop table run_lessons;
