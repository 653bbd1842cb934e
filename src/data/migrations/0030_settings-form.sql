-- Up Migration
-- From here on the settings are written in form 2, with money in hundredths (data/settings-form.ts reads the older one). A program that knows only form 1 must not write over them.
comment on column shop.settings is 'Since 0030 in form 2 or later: see data/settings-form.ts.';

-- Down Migration
comment on column shop.settings is null;
