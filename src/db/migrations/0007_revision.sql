-- The revision of a project is a stored number: one more for each transaction that changed it, with the last of its changes
-- in the history. It used to be counted over the whole history on every page.
create table project_revision (
  project_id uuid primary key references project on delete cascade,
  number bigint not null check (number >= 1),
  audit_id bigint not null
);
insert into project_revision (project_id, number, audit_id)
select a.project_id, count(*), max(a.id) from audit a join project p on p.id = a.project_id group by a.project_id;

-- Runs when a transaction commits, so that writers of one project wait for each other no longer than that.
create function count_revision() returns trigger language plpgsql as $$
declare
  counted text := coalesce(current_setting('ironstone.counted', true), '');
  revision bigint;
begin
  if new.project_id is null or position(new.project_id::text in counted) > 0 then
    return null;
  end if;
  perform set_config('ironstone.counted', counted || ' ' || new.project_id::text, true);
  insert into project_revision as r (project_id, number, audit_id)
    select p.id, 1, (select max(a.id) from audit a where a.project_id = p.id) from project p where p.id = new.project_id
  on conflict (project_id) do update set number = r.number + 1, audit_id = greatest(r.audit_id, excluded.audit_id)
  returning number into revision;
  if revision is not null then
    perform pg_notify('ironstone', new.project_id::text || ' revision ' || revision);
  end if;
  return null;
end $$;
create constraint trigger count_revision after insert on audit deferrable initially deferred
  for each row execute function count_revision();
