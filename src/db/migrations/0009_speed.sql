set constraints all immediate;
set constraints all deferred;

-- What a page has read of a project holds until the project's revision is another. A save that changes nothing stands in no
-- history and makes a new version all the same, which the next save must name: it counts the revision on, too.
create or replace function count_revision() returns trigger language plpgsql as $$
declare
  counted text := coalesce(current_setting('ironstone.counted', true), '');
  project uuid := case when tg_table_name = 'project' then (to_jsonb(new) ->> 'id')::uuid else (to_jsonb(new) ->> 'project_id')::uuid end;
  revision bigint;
begin
  if project is null or position(project::text in counted) > 0 then
    return null;
  end if;
  perform set_config('ironstone.counted', counted || ' ' || project::text, true);
  insert into project_revision as r (project_id, number, audit_id)
    select p.id, 1, (select max(a.id) from audit a where a.project_id = p.id) from project p where p.id = project
  on conflict (project_id) do update set number = r.number + 1, audit_id = greatest(r.audit_id, excluded.audit_id)
  returning number into revision;
  if revision is not null then
    perform pg_notify('ironstone', project::text || ' revision ' || revision);
  end if;
  return null;
end $$;

-- Everything that a table of a project needs so that its changes are recorded, versions counted and pages told.
create function keep_history(of regclass) returns void language plpgsql as $$
begin
  execute format('create trigger record_history after insert or update or delete on %s for each row execute function record_history()', of);
  if exists (select from pg_attribute where attrelid = of and attname = 'version' and not attisdropped) then
    execute format('create trigger count_version before update on %s for each row execute function count_version()', of);
    perform count_saves(of);
  end if;
end $$;
create function count_saves(of regclass) returns void language plpgsql as $$
begin
  execute format('create constraint trigger count_revision after update on %s deferrable initially deferred
    for each row when (old.version <> new.version) execute function count_revision()', of);
end $$;
select count_saves(tgrelid) from pg_trigger t join pg_class c on c.oid = t.tgrelid
where tgname = 'count_version' and c.relnamespace = current_schema()::regnamespace order by c.relname;

-- Changes that belong to no project and show in all: names of people, and the school's days without class. A page asks how
-- many there were, to know whether what it has read still holds.
create index audit_common on audit (object_kind) where project_id is null;
