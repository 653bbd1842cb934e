-- Up Migration
-- The library of wires tells at which jobs a pair was tested, and where it was seen so where nobody has tested it on this vehicle.
alter table wires add column jobs integer[] not null default '{}', add column heard text;

create or replace function list_wires(procedure text, listed jsonb, version integer) returns void language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('library'); owner integer;
begin
  select p.branch into owner from procedures p where p.id = procedure and (p.branch = current_branch() or p.is_shared and p.revision is not null);
  if owner is not null then
    delete from wires where procedure_id = procedure;
    insert into wires (procedure_id, position, item, connector, cavity, colour, does, polarity, how, jobs, heard, sure, search_text, branch)
      select procedure, x.position, x.item, x.connector, x.cavity, x.colour, x."function", x.polarity, x.how, x.jobs, x.heard, x.sure, x."searchText", owner
        from jsonb_to_recordset(listed) as x (position int, item text, connector text, cavity text, colour text, "function" text, polarity text, how text[], jobs int[], heard text, sure real, "searchText" text);
    update procedures set wires_version = version where id = procedure;
  end if;
  perform as_task(was);
end
$$;

-- Down Migration
create or replace function list_wires(procedure text, listed jsonb, version integer) returns void language plpgsql security definer set search_path = public, pg_temp as $$
declare was text := as_task('library'); owner integer;
begin
  select p.branch into owner from procedures p where p.id = procedure and (p.branch = current_branch() or p.is_shared and p.revision is not null);
  if owner is not null then
    delete from wires where procedure_id = procedure;
    insert into wires (procedure_id, position, item, connector, cavity, colour, does, polarity, how, sure, search_text, branch)
      select procedure, x.position, x.item, x.connector, x.cavity, x.colour, x."function", x.polarity, x.how, x.sure, x."searchText", owner
        from jsonb_to_recordset(listed) as x (position int, item text, connector text, cavity text, colour text, "function" text, polarity text, how text[], sure real, "searchText" text);
    update procedures set wires_version = version where id = procedure;
  end if;
  perform as_task(was);
end
$$;
alter table wires drop column heard, drop column jobs;
