-- Up Migration
-- A photo belongs to a job, or to the procedure that shows it. Photos are never deleted, so it outlives a draft that is thrown away.
alter table photos
  alter column job_number drop not null,
  add column procedure_id text,
  add constraint photos_of_one check (num_nonnulls(job_number, procedure_id) = 1);
create index photos_procedure_idx on photos (procedure_id);

-- Down Migration
delete from photos where job_number is null;
alter table photos
  drop constraint photos_of_one,
  drop column procedure_id,
  alter column job_number set not null;
