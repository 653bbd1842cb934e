-- Up Migration
-- Which save made the draft what it is: a device that got no answer to its save is not told that somebody else saved.
alter table procedure_drafts add column saved_as uuid;

-- Down Migration
alter table procedure_drafts drop column saved_as;
