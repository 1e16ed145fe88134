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

-- What pages ask for by project, or by the thing it belongs to, is found without reading the rows of other projects.
create index acknowledgement_project on acknowledgement (project_id);
create index action_source on action (source_id) where source_id is not null;
create index attachment_project on attachment (project_id);
create index attempt_project on attempt (project_id);
create index benchmark_project on benchmark (project_id);
create index budget_project on budget (project_id);
create index change_seen_project on change_seen (project_id);
create index charter_project on charter (project_id);
create index closure_machine on closure (machine_id);
create index concept_claim_project on concept_claim (project_id);
create index concept_credit_into on concept_credit (into_id);
create index concept_round_project on concept_round (project_id);
create index draw_project on draw (project_id);
create index forming_project on forming (project_id);
create index gate_item_gate on gate_item (gate_id);
create index incident_project on incident (project_id);
create index interface_project on interface (project_id);
create index iteration_check_project on iteration_check (project_id);
create index measurement_project on measurement (project_id, iteration_id);
create index no_class_project on no_class (project_id);
create index proposal_project on proposal (project_id);
create index requirement_source_statement on requirement_source (statement_id);
create index score_project on score (project_id);
create index selection_mark_selection on selection_mark (selection_id);
create index selection_score_rater on selection_score (rater_id);
create index selection_score_selection on selection_score (selection_id);
create index sign_off_project on sign_off (project_id);
create index hand_in_person on hand_in (handed_in_by) where handed_in_by is not null;
create index access_link_project on access_link (project_id);
