-- A trial was a run, its reading and its attempt in one. A run is what a team does under a protocol, a reading is one value
-- of one quantity in it, an attempt lets it count in an event. Tables and columns get the words that people use.

-- Words ----------------------------------------------------------------------------------------------------------

alter table resource rename to machine;
alter table joint rename to interface;
alter table drawing rename to draw;
alter table lost_meeting rename to cancelled_meeting;
alter table note rename column taken_back_at to withdrawn_at;
alter table brief rename column thing to product;
alter function drawing_stands() rename to draw_stands;
alter trigger drawing_stands on draw rename to draw_stands;

create function pg_temp.said(name text) returns text language sql immutable as $$
  select regexp_replace(regexp_replace(regexp_replace(regexp_replace(name, '(^|_)resource', '\1machine'), '^joint', 'interface'),
    '^drawing', 'draw'), '^lost_meeting', 'cancelled_meeting')
$$;
do $$
declare
  one record;
begin
  for one in select table_name, column_name from information_schema.columns
    where table_schema = current_schema() and column_name = 'resource_id' loop
    execute format('alter table %I rename column resource_id to machine_id', one.table_name);
  end loop;
  for one in select conrelid::regclass as of, conname::text as name from pg_constraint
    where connamespace = current_schema()::regnamespace and conrelid <> 0 and pg_temp.said(conname) <> conname loop
    execute format('alter table %s rename constraint %I to %I', one.of, one.name, pg_temp.said(one.name));
  end loop;
end $$;

create or replace function draw_stands() returns trigger language plpgsql as $$
begin
  if new.names <> old.names or new.subjects is distinct from old.subjects
    or (old.first_called is not null and (new.first_called, new.second_called) is distinct from (old.first_called, old.second_called)) then
    raise exception 'a draw stands' using errcode = '23514', constraint = 'draw_stands';
  end if;
  return new;
end $$;

create or replace function booking_span() returns trigger language plpgsql as $$
declare
  reset interval := (select reset_minutes from machine where id = new.machine_id) * interval '1 minute';
  zone text := (select time_zone from project where id = new.project_id);
  begins timestamptz := (new.day + new.start::time) at time zone zone;
  ends timestamptz := begins + new.minutes * interval '1 minute';
begin
  if new.started_at is not null and new.ended_at < ends then
    ends := greatest(new.ended_at, begins + interval '1 minute');
  end if;
  new.during := tstzrange(begins, ends + reset);
  if begins is null or ends is null then
    new.during := null;
  end if;
  return new;
end $$;

-- What a protocol measures -----------------------------------------------------------------------------------------

-- A quantity is read with an instrument, or follows from others by a formula.
create table quantity (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  protocol_id uuid not null,
  parameter_id uuid not null,
  dimension text not null,
  unit text not null,
  instrument_id uuid,
  formula text check (char_length(formula) between 1 and 400),
  position int not null default 0 check (position >= 0),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, protocol_id, id),
  unique (project_id, protocol_id, id, dimension),
  constraint quantity_parameter_key unique (protocol_id, parameter_id),
  constraint quantity_position_key unique (protocol_id, position) deferrable,
  constraint quantity_is_read_or_derived check ((instrument_id is null) <> (formula is null)),
  constraint quantity_first_is_read check (position > 0 or instrument_id is not null),
  foreign key (project_id, protocol_id) references protocol (project_id, id) on delete cascade,
  foreign key (project_id, parameter_id, dimension) references parameter (project_id, id, dimension),
  foreign key (project_id, instrument_id, dimension) references instrument (project_id, id, dimension)
);
insert into quantity (project_id, protocol_id, parameter_id, dimension, unit, instrument_id)
select project_id, id, parameter_id, dimension, unit, instrument_id from protocol order by name;

-- What an event scores is a quantity of its protocol.
alter table event add column quantity_id uuid;
alter table event disable trigger user;
update event e set quantity_id = q.id from quantity q where q.protocol_id = e.protocol_id;
alter table event enable trigger user;
alter table event
  alter column quantity_id set not null,
  add constraint event_scores_quantity foreign key (project_id, protocol_id, quantity_id) references quantity (project_id, protocol_id, id);

-- Runs, readings, attempts -----------------------------------------------------------------------------------------

create table run (
  id uuid primary key,
  project_id uuid not null,
  team_id uuid not null,
  protocol_id uuid not null,
  iteration_id uuid not null,
  status text not null check (status in ('ok', 'foul', 'did-not-finish', 'did-not-start')),
  penalties jsonb not null default '{}' check (jsonb_typeof(penalties) = 'object'),
  conditions jsonb not null default '{}' check (jsonb_typeof(conditions) = 'object'),
  note long_text not null default '',
  held_for text not null default '',
  run_at timestamptz not null default now(),
  withdrawn_at timestamptz,
  stands boolean not null generated always as (withdrawn_at is null) stored,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, id, protocol_id),
  unique (project_id, team_id, id, stands),
  foreign key (project_id, protocol_id) references protocol (project_id, id),
  foreign key (project_id, team_id, iteration_id) references iteration (project_id, team_id, id)
);
create index run_project on run (project_id, protocol_id, team_id);
create index run_iteration on run (iteration_id);

create table reading (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  run_id uuid not null,
  protocol_id uuid not null,
  quantity_id uuid not null,
  dimension text not null,
  observer int not null default 1 check (observer between 1 and 9),
  value finite_number not null,
  unit text not null,
  instrument_id uuid not null,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint reading_once unique (run_id, quantity_id, observer),
  constraint reading_not_negative check (value >= 0 or dimension in ('length', 'angle', 'temperature', 'voltage', 'current')),
  foreign key (project_id, run_id, protocol_id) references run (project_id, id, protocol_id) on delete cascade,
  foreign key (project_id, protocol_id, quantity_id, dimension) references quantity (project_id, protocol_id, id, dimension),
  foreign key (project_id, instrument_id, dimension) references instrument (project_id, id, dimension)
);

-- An attempt stands as long as its run does; the number of one that was withdrawn is free again.
create table attempt (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  team_id uuid not null,
  event_id uuid not null,
  run_id uuid not null,
  number int not null check (number >= 1),
  stands boolean not null default true,
  constraint attempt_of_run_once unique (run_id),
  foreign key (project_id, team_id, run_id, stands) references run (project_id, team_id, id, stands) on update cascade on delete cascade,
  foreign key (project_id, event_id) references event (project_id, id)
);
create unique index attempt_key on attempt (event_id, team_id, number) where stands;

insert into run (id, project_id, team_id, protocol_id, iteration_id, status, penalties, conditions, note, held_for, run_at, withdrawn_at,
  version, created_at, updated_at)
select t.id, t.project_id, t.team_id, e.protocol_id, t.iteration_id, t.status, t.penalties, t.conditions, t.note, t.held_for, t.run_at,
  t.taken_back_at, t.version, t.created_at, t.updated_at
from trial t join event e on e.id = t.event_id;

-- Ids that the history can be told by.
create function pg_temp.derived(id text, kind text) returns uuid language sql immutable as $$ select md5(id || ' ' || kind)::uuid $$;

insert into reading (id, project_id, run_id, protocol_id, quantity_id, dimension, value, unit, instrument_id, created_at)
select pg_temp.derived(t.id::text, 'reading'), t.project_id, t.id, e.protocol_id, e.quantity_id, t.dimension, t.value, t.unit, t.instrument_id,
  t.created_at
from trial t join event e on e.id = t.event_id where t.value is not null;

insert into attempt (id, project_id, team_id, event_id, run_id, number, stands)
select pg_temp.derived(id::text, 'attempt'), project_id, team_id, event_id, id, attempt, taken_back_at is null from trial where attempt is not null;

-- The history: what was written of a trial is told of its run, its reading and its attempt; every change keeps its place.
update project_revision set audit_id = audit_id * 3;
alter table audit alter column id set generated by default;
update audit set id = -id * 3;
update audit set id = -id;
alter table audit alter column id set generated always;

insert into audit (id, at, project_id, team_id, actor_kind, actor_id, actor_name, act, object_kind, object_id, before, after)
overriding system value
select a.id + 1, a.at, a.project_id, a.team_id, a.actor_kind, a.actor_id, a.actor_name, a.act, 'reading', pg_temp.derived(a.object_id, 'reading'),
  case when a.before ->> 'value' is not null then was.row end, case when a.after ->> 'value' is not null then is_now.row end
from audit a join event e on e.id::text = coalesce(a.after, a.before) ->> 'event_id',
  lateral (select jsonb_build_object('id', pg_temp.derived(a.object_id, 'reading'), 'project_id', a.project_id, 'run_id', a.object_id,
    'protocol_id', e.protocol_id, 'quantity_id', e.quantity_id, 'observer', 1) as own) o,
  lateral (select o.own || jsonb_build_object('dimension', a.before -> 'dimension', 'value', a.before -> 'value', 'unit', a.before -> 'unit',
    'instrument_id', a.before -> 'instrument_id') as row) was,
  lateral (select o.own || jsonb_build_object('dimension', a.after -> 'dimension', 'value', a.after -> 'value', 'unit', a.after -> 'unit',
    'instrument_id', a.after -> 'instrument_id') as row) is_now
where a.object_kind = 'trial' and (a.before ->> 'value' is not null or a.after ->> 'value' is not null)
  and (a.before is null or a.after is null or was.row <> is_now.row);

insert into audit (id, at, project_id, team_id, actor_kind, actor_id, actor_name, act, object_kind, object_id, before, after)
overriding system value
select a.id + 2, a.at, a.project_id, a.team_id, a.actor_kind, a.actor_id, a.actor_name, a.act, 'attempt', pg_temp.derived(a.object_id, 'attempt'),
  case when a.before ->> 'attempt' is not null then was.row end, case when a.after ->> 'attempt' is not null then is_now.row end
from audit a,
  lateral (select jsonb_build_object('id', pg_temp.derived(a.object_id, 'attempt'), 'project_id', a.project_id, 'run_id', a.object_id,
    'stands', true) as own) o,
  lateral (select o.own || jsonb_build_object('team_id', a.before -> 'team_id', 'event_id', a.before -> 'event_id', 'number', a.before -> 'attempt')
    as row) was,
  lateral (select o.own || jsonb_build_object('team_id', a.after -> 'team_id', 'event_id', a.after -> 'event_id', 'number', a.after -> 'attempt')
    as row) is_now
where a.object_kind = 'trial' and (a.before ->> 'attempt' is not null or a.after ->> 'attempt' is not null)
  and (a.before is null or a.after is null or was.row <> is_now.row);

create function pg_temp.as_run(trial jsonb) returns jsonb language sql stable as $$
  select trial - array['section_id', 'event_id', 'dimension', 'attempt', 'value', 'unit', 'value_si', 'instrument_id', 'taken_back_at']
    || jsonb_build_object('protocol_id', (select protocol_id from event where id::text = trial ->> 'event_id'), 'withdrawn_at', trial -> 'taken_back_at')
$$;
update audit set object_kind = 'run', before = pg_temp.as_run(before), after = pg_temp.as_run(after) where object_kind = 'trial';
delete from audit where object_kind = 'run'
  and before - 'version' - 'updated_at' - 'protocol_id' = after - 'version' - 'updated_at' - 'protocol_id';

insert into audit (id, at, project_id, team_id, actor_kind, actor_id, actor_name, act, object_kind, object_id, before, after)
overriding system value
select a.id + 1, a.at, a.project_id, null, a.actor_kind, a.actor_id, a.actor_name, a.act, 'quantity', q.id,
  case when a.before is not null then was.row end, case when a.after is not null then is_now.row end
from audit a join quantity q on q.protocol_id::text = a.object_id,
  lateral (select jsonb_build_object('id', q.id, 'project_id', a.project_id, 'protocol_id', q.protocol_id, 'formula', null, 'position', 0) as own) o,
  lateral (select o.own || jsonb_build_object('parameter_id', a.before -> 'parameter_id', 'dimension', a.before -> 'dimension',
    'unit', a.before -> 'unit', 'instrument_id', a.before -> 'instrument_id') as row) was,
  lateral (select o.own || jsonb_build_object('parameter_id', a.after -> 'parameter_id', 'dimension', a.after -> 'dimension',
    'unit', a.after -> 'unit', 'instrument_id', a.after -> 'instrument_id') as row) is_now
where a.object_kind = 'protocol' and (a.before is null or a.after is null or was.row <> is_now.row);
update audit set before = before - array['parameter_id', 'dimension', 'unit', 'instrument_id'],
  after = after - array['parameter_id', 'dimension', 'unit', 'instrument_id'] where object_kind = 'protocol';

update audit a set before = a.before - 'dimension' || jsonb_build_object('quantity_id', q.id),
  after = a.after - 'dimension' || jsonb_build_object('quantity_id', q.id)
from quantity q where a.object_kind = 'event' and q.protocol_id::text = coalesce(a.after, a.before) ->> 'protocol_id';

update audit a set team_id = i.team_id from iteration i
where a.team_id is null and a.object_kind in ('measurement', 'iteration_check') and i.id::text = coalesce(a.after, a.before) ->> 'iteration_id';
update audit set before = before - 'value_si', after = after - 'value_si' where object_kind = 'measurement';

create function pg_temp.keyed(entry jsonb, was text, is_now text) returns jsonb language sql immutable as $$
  select case when entry ? was then entry - was || jsonb_build_object(is_now, entry -> was) else entry end
$$;
update audit set object_kind = pg_temp.said(object_kind), before = pg_temp.keyed(before, 'resource_id', 'machine_id'),
  after = pg_temp.keyed(after, 'resource_id', 'machine_id')
where pg_temp.said(object_kind) <> object_kind or before ? 'resource_id' or after ? 'resource_id';
update audit set before = pg_temp.keyed(before, 'taken_back_at', 'withdrawn_at'), after = pg_temp.keyed(after, 'taken_back_at', 'withdrawn_at')
where object_kind = 'note';
update audit set before = pg_temp.keyed(before, 'thing', 'product'), after = pg_temp.keyed(after, 'thing', 'product') where object_kind = 'brief';
alter table brief_version disable trigger user;
update brief_version set content = pg_temp.keyed(content, 'thing', 'product');
alter table brief_version enable trigger user;
update audit set before = jsonb_set(before, '{content}', pg_temp.keyed(before -> 'content', 'thing', 'product')),
  after = jsonb_set(after, '{content}', pg_temp.keyed(after -> 'content', 'thing', 'product')) where object_kind = 'brief_version';
select setval(pg_get_serial_sequence('audit', 'id'), (select coalesce(max(id), 0) + 3 from audit));

-- A concept that was not chosen is called that.
alter table concept disable trigger user;
alter table concept drop constraint concept_fate_check, drop constraint concept_left_has_reason;
update concept set fate = 'not chosen' where fate = 'left';
alter table concept add constraint concept_fate_check check (fate in ('open', 'chosen', 'not chosen')),
  add constraint concept_not_chosen_has_reason check (fate <> 'not chosen' or fate_reason ~ '\S');
alter table concept enable trigger user;
update audit set before = before || '{"fate": "not chosen"}' where object_kind = 'concept' and before ->> 'fate' = 'left';
update audit set after = after || '{"fate": "not chosen"}' where object_kind = 'concept' and after ->> 'fate' = 'left';

-- Pictures and actions that belonged to a trial belong to its run.
alter table attachment disable trigger user;
alter table attachment drop constraint attachment_object_kind_check;
update attachment set object_kind = 'run' where object_kind = 'trial';
alter table attachment add constraint attachment_object_kind_check
  check (object_kind in ('iteration', 'run', 'brief', 'statement', 'concept', 'team'));
alter table attachment enable trigger user;
alter table action disable trigger user;
alter table action drop constraint action_source_kind_check;
update action set source_kind = 'run' where source_kind = 'trial';
alter table action add constraint action_source_kind_check check (source_kind in ('own', 'review', 'gate', 'run', 'requirement'));
alter table action enable trigger user;
update audit set before = before || '{"object_kind": "run"}' where before ->> 'object_kind' = 'trial';
update audit set after = after || '{"object_kind": "run"}' where after ->> 'object_kind' = 'trial';
update audit set before = before || '{"source_kind": "run"}' where before ->> 'source_kind' = 'trial';
update audit set after = after || '{"source_kind": "run"}' where after ->> 'source_kind' = 'trial';

-- What is gone: the trial, and SI values that nothing computed with.
drop table trial;
drop function trial_within_allowed();
alter table measurement drop constraint measurement_has_value, drop column value_si,
  add constraint measurement_has_value check (case when dimension = 'yes-no' then answer is not null and value is null
    else value is not null and unit is not null and answer is null end);
alter table event drop column dimension;
alter table protocol drop column parameter_id, drop column dimension, drop column unit, drop column instrument_id;

-- What must be true of them ----------------------------------------------------------------------------------------

create function attempt_within_allowed() returns trigger language plpgsql as $$
declare
  allowed int;
  protocol uuid;
begin
  -- The event is held while the attempt goes in, so that nobody changes its rule in between.
  select attempts_allowed, protocol_id into allowed, protocol from event where id = new.event_id for share;
  if new.stands and new.number > allowed then
    raise exception 'more attempts than allowed' using errcode = '23514', constraint = 'attempt_within_allowed';
  end if;
  if new.stands and not exists (select from run where id = new.run_id and protocol_id = protocol) then
    raise exception 'the run was made under another protocol' using errcode = '23514', constraint = 'attempt_of_protocol';
  end if;
  return new;
end $$;
create trigger attempt_within_allowed before insert or update on attempt for each row execute function attempt_within_allowed();

create function event_keeps_attempts() returns trigger language plpgsql as $$
begin
  if exists (select from attempt a join run r on r.id = a.run_id
      where a.event_id = new.id and a.stands and (a.number > new.attempts_allowed or r.protocol_id <> new.protocol_id)) then
    raise exception 'attempts are recorded' using errcode = '23514', constraint = 'event_keeps_attempts';
  end if;
  return null;
end $$;
create trigger event_keeps_attempts after update of attempts_allowed, protocol_id on event for each row execute function event_keeps_attempts();

-- Looked at when a transaction commits, as the run goes in before its readings.
create function run_has_reading() returns trigger language plpgsql as $$
declare
  of_run uuid := case when tg_table_name = 'run' then (to_jsonb(new) ->> 'id') else (to_jsonb(old) ->> 'run_id') end;
begin
  if exists (select from run r where r.id = of_run and r.status = 'ok')
    and not exists (select from reading v where v.run_id = of_run) then
    raise exception 'a run without a value' using errcode = '23514', constraint = 'run_has_reading';
  end if;
  return null;
end $$;
create constraint trigger run_has_reading after insert or update of status on run deferrable initially deferred
  for each row execute function run_has_reading();
create constraint trigger run_has_reading after delete or update of run_id on reading deferrable initially deferred
  for each row execute function run_has_reading();

-- As before, but a change of what belongs to a run or an iteration is its team's.
create or replace function record_history() returns trigger language plpgsql as $$
declare
  actor jsonb := nullif(current_setting('ironstone.actor', true), '')::jsonb;
  was jsonb := case when tg_op = 'INSERT' then null else to_jsonb(old) - 'password_hash' - 'token_hash' - 'bytes' - 'thumbnail' end;
  now_is jsonb := case when tg_op = 'DELETE' then null else to_jsonb(new) - 'password_hash' - 'token_hash' - 'bytes' - 'thumbnail' end;
  entry jsonb := coalesce(now_is, was);
  project uuid := case when tg_table_name = 'project' then (entry ->> 'id')::uuid else (entry ->> 'project_id')::uuid end;
  team uuid := (entry ->> 'team_id')::uuid;
begin
  if actor is null then
    raise exception 'a write to % names no actor', tg_table_name;
  end if;
  if tg_op = 'UPDATE' and to_jsonb(old) - 'version' - 'updated_at' = to_jsonb(new) - 'version' - 'updated_at' then
    return null;
  end if;
  if tg_table_name = 'reading' then
    team := (select team_id from run where id = (entry ->> 'run_id')::uuid);
  elsif tg_table_name in ('measurement', 'iteration_check') then
    team := (select team_id from iteration where id = (entry ->> 'iteration_id')::uuid);
  end if;
  insert into audit (project_id, team_id, actor_kind, actor_id, actor_name, act, object_kind, object_id, before, after)
  values (project, team, actor ->> 'kind', (actor ->> 'id')::uuid, actor ->> 'name', actor ->> 'act',
    tg_table_name, coalesce(entry ->> 'id', entry ->> 'account_id', entry ->> 'project_id'), was, now_is);
  if project is not null then
    perform pg_notify('ironstone', project::text || ' ' || tg_table_name || ' ' || lower(tg_op));
  end if;
  return null;
end $$;

do $$
declare
  name text;
begin
  foreach name in array array['quantity', 'run', 'reading'] loop
    execute format('create trigger record_history after insert or update or delete on %I for each row execute function record_history()', name);
    execute format('create trigger count_version before update on %I for each row execute function count_version()', name);
  end loop;
end $$;
create trigger record_history after insert or delete on attempt for each row execute function record_history();
-- That an attempt stands or falls with its run is told of the run.
create trigger record_change after update on attempt for each row when (old.stands = new.stands) execute function record_history();
