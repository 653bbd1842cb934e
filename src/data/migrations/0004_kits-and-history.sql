-- Up Migration
-- the tool codes a person has in the kit
alter table people add column kit jsonb not null default '[]';
-- the library is shown by title: a wide search stops after the first page of it
create index procedures_title_idx on procedures (title, side, id);
create index runs_finished_idx on runs (finished_at) where finished_at is not null;

-- Down Migration
drop index runs_finished_idx;
drop index procedures_title_idx;
alter table people drop column kit;
