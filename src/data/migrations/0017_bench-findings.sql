-- Up Migration
-- What was measured and belongs to a procedure: "procedure/item". Its lead finds it among the findings of the bay.
alter table bench_results add column about text check (about ~ '^[^/]+/[^/]+$' and length(about) <= 200);
create index bench_results_about_idx on bench_results (split_part(about, '/', 1)) where about is not null;

-- Down Migration
alter table bench_results drop column about;
