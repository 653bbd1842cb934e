-- Up Migration
-- What the vehicle has of what changes the work ("windows": "power"), as it was said when the job was opened.
alter table vehicles add column options jsonb not null default '{}' check (jsonb_typeof(options) = 'object');

-- Down Migration
alter table vehicles drop column options;
