-- Up Migration
-- What lists show of a procedure without its document: counts, time, a small drawing. Null until it is worked out; the app's own, never asked in conditions.
alter table procedures add column summary jsonb;

-- Down Migration
alter table procedures drop column summary;
