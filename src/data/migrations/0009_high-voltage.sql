-- Up Migration
-- Orange cables: nothing is planned on such a vehicle before a lead has named who is trained for it.
alter table vehicles add column high_voltage boolean not null default false;
alter table jobs add column trained_person text references people (id), add column named_by text references people (id), add column named_at timestamptz;

-- Down Migration
alter table jobs drop column trained_person, drop column named_by, drop column named_at;
alter table vehicles drop column high_voltage;
