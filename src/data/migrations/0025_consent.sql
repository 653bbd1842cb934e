-- Up Migration
-- Whether the customer agrees that what names them is kept for later visits, and for how long; null where nobody asked.
alter table jobs
  add column consent boolean,
  add column consent_by text references people (id),
  add column consent_at timestamptz,
  add column keep_months integer check (keep_months between 1 and 240),
  add constraint jobs_consent_whole check ((consent is null) = (consent_by is null) and (consent is null) = (consent_at is null));

-- Down Migration
alter table jobs drop constraint jobs_consent_whole, drop column keep_months, drop column consent_at, drop column consent_by, drop column consent;
