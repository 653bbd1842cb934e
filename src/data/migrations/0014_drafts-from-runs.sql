-- Up Migration
-- Which run a procedure was recorded from while it ran, and which procedure that run followed: one of each.
alter table procedures
  add column from_run uuid references runs (id),
  add column from_procedure text,
  add constraint procedures_from_one_run unique (from_run, from_procedure),
  add constraint procedures_from_both check (num_nonnulls(from_run, from_procedure) in (0, 2));

-- Down Migration
alter table procedures drop constraint procedures_from_both, drop constraint procedures_from_one_run, drop column from_procedure, drop column from_run;
