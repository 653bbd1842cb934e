-- Up Migration
-- Parts of several zones that are tried as one on a job: a component set with its crossover in another zone.
alter table jobs add column sets jsonb not null default '[]';

-- Down Migration
alter table jobs drop column sets;
