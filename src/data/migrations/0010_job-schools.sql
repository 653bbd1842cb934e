-- Up Migration
-- Where a job is worked on in another way than the shop's, and why.
alter table jobs add column schools jsonb not null default '[]';

-- Down Migration
alter table jobs drop column schools;
