-- Up Migration
-- Spoken notes and clips that a procedure plays, as they came from the tablet. Like photos they are never deleted, so they outlive a draft that is thrown away.
create table recordings (
  id uuid primary key,
  procedure_id text not null,
  -- of the bytes the device sent: a second delivery is recognised by it
  sha256 bytea not null check (length(sha256) = 32),
  kind text not null check (kind in ('spoken', 'clip')),
  media_type text not null check (media_type ~ '^(audio|video)/[a-z0-9]+$'),
  bytes bytea not null check (length(bytes) between 1 and 8388608),
  received_from text not null references people (id),
  received_at timestamptz not null default now()
);
create index recordings_procedure_idx on recordings (procedure_id);
create trigger recordings_append_only before update or delete on recordings for each row execute function refuse_change();
create trigger recordings_no_truncate before truncate on recordings for each statement execute function refuse_change();

-- Down Migration
drop table recordings;
