-- Up Migration
-- The shop's own list of speakers. Lengths and diameters in mm.
create table speakers (
  name text primary key check (length(name) between 1 and 80),
  kind text not null check (kind in ('speaker', 'tweeter')),
  basket double precision not null check (basket > 0),
  cutout double precision not null check (cutout > 0),
  holes integer not null check (holes between 1 and 24),
  circle double precision not null check (circle > 0),
  depth double precision not null check (depth >= 0),
  proud double precision not null check (proud >= 0),
  stroke double precision not null check (stroke >= 0),
  ohms double precision not null check (ohms > 0),
  sensitivity_db double precision not null,
  watts double precision not null check (watts > 0)
);

-- Down Migration
drop table speakers;
