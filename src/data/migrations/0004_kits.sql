-- Up Migration
-- the tool codes a person has in the kit
alter table people add column kit jsonb not null default '[]';
create index runs_finished_idx on runs (finished_at) where finished_at is not null;

-- Down Migration
drop index runs_finished_idx;
alter table people drop column kit;
