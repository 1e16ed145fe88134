-- The ground: accounts, projects, and everything from the brief to the standings.
-- Every project table carries project_id, so that composite foreign keys keep projects apart.

create domain short_text as text check (char_length(value) between 1 and 160 and value ~ '\S');
create domain long_text as text check (char_length(value) <= 4000);
create domain finite_number as double precision check (value > '-Infinity' and value < 'Infinity');
create domain positive_number as double precision check (value > 0 and value < 'Infinity');
create domain not_negative as double precision check (value >= 0 and value < 'Infinity');

-- People ---------------------------------------------------------------------------------------------

create table account (
  id uuid primary key default gen_random_uuid(),
  kind text not null check (kind in ('instructor', 'student')),
  login short_text not null,
  name short_text not null,
  student_number short_text,
  password_hash text,
  failures_forgiven_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint account_number_is_of_student check (kind = 'student' or student_number is null)
);
create unique index account_login_key on account (lower(login));
create unique index account_student_number_key on account (student_number) where student_number is not null;

create table session (
  id uuid primary key default gen_random_uuid(),
  token_hash bytea not null unique,
  account_id uuid not null references account on delete cascade,
  created_at timestamptz not null default clock_timestamp(),
  expires_at timestamptz not null,
  revoked_at timestamptz
);
create index session_account on session (account_id);

create table sign_in_attempt (
  id bigint generated always as identity primary key,
  login text not null,
  address text not null,
  succeeded boolean not null,
  at timestamptz not null default now()
);
create index sign_in_attempt_login on sign_in_attempt (login, at);
create index sign_in_attempt_address on sign_in_attempt (address, at);

-- One-time secrets of the installation: the token that makes the first instructor.
create table setup_token (
  token_hash bytea primary key,
  created_at timestamptz not null default clock_timestamp(),
  used_at timestamptz
);

-- Projects -------------------------------------------------------------------------------------------

create table project (
  id uuid primary key default gen_random_uuid(),
  title short_text not null,
  client_name short_text not null,
  time_zone text not null default 'UTC',
  units text not null default 'metric' check (units in ('metric', 'US')),
  event_date date not null,
  pinned_now text check (pinned_now ~ '^\d{4}-\d\d-\d\dT\d\d:\d\d$'),
  is_demo boolean not null default false,
  normalise_weights boolean not null default false,
  retention_until date not null,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint project_kept_past_event check (retention_until >= event_date)
);

create table project_instructor (
  project_id uuid not null references project on delete cascade,
  account_id uuid not null references account,
  primary key (project_id, account_id)
);
create index project_instructor_account on project_instructor (account_id);

create table brief (
  project_id uuid primary key references project on delete cascade,
  challenge long_text not null default '',
  thing long_text not null default '',
  account long_text not null default '',
  rules long_text not null default '',
  hazards long_text not null default '',
  published_at timestamptz,
  version int not null default 1,
  updated_at timestamptz not null default now()
);

create table statement (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  sentence long_text not null check (sentence ~ '\S'),
  said_by short_text not null,
  said_on date not null,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id)
);

create table parameter (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  dimension text not null check (dimension in ('mass', 'length', 'time', 'cost', 'count', 'share', 'angle', 'force',
    'speed', 'area', 'volume', 'flow', 'pressure', 'energy', 'power', 'temperature', 'voltage', 'current', 'yes-no')),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, id, dimension),
  constraint parameter_name_key unique (project_id, name)
);

create table requirement (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  code short_text not null check (code ~ '^[A-Z]{1,3}-\d{1,3}$'),
  statement short_text not null,
  kind text not null check (kind in ('max', 'min', 'range', 'target', 'yes', 'wish')),
  parameter_id uuid,
  value finite_number,
  low finite_number,
  high finite_number,
  tolerance not_negative,
  unit text,
  weight positive_number,
  priority text not null default 'must' check (priority in ('must', 'should', 'could')),
  decision text not null default 'guarded' check (decision in ('guarded', 'simple')),
  state text not null default 'agreed' check (state in ('proposed', 'agreed', 'changed', 'withdrawn')),
  source text not null check (source in ('client', 'rule', 'own')),
  statement_id uuid,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint requirement_code_key unique (project_id, code),
  foreign key (project_id, parameter_id) references parameter (project_id, id),
  foreign key (project_id, statement_id) references statement (project_id, id),
  constraint requirement_limit_is_whole check (case kind
    when 'max' then value is not null and unit is not null and parameter_id is not null
    when 'min' then value is not null and unit is not null and parameter_id is not null
    when 'range' then low <= high and unit is not null and parameter_id is not null
    when 'target' then value is not null and tolerance is not null and unit is not null and parameter_id is not null
    when 'yes' then parameter_id is not null and value is null and unit is null
    else weight is not null end),
  constraint requirement_client_source_named check (source <> 'client' or statement_id is not null)
);

-- Sections and their calendar ------------------------------------------------------------------------

create table section (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  room text not null default '',
  first_day date not null,
  last_day date not null,
  pattern jsonb not null,
  teams_released boolean not null default false,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint section_name_key unique (project_id, name),
  constraint section_days_in_order check (first_day <= last_day)
);

create table no_class (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  first_day date not null,
  last_day date not null,
  reason short_text not null,
  constraint no_class_days_in_order check (first_day <= last_day)
);

create table extra_meeting (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  day date not null,
  start text not null check (start ~ '^([01]\d|2[0-3]):[0-5]\d$'),
  minutes int not null check (minutes between 1 and 1440),
  foreign key (project_id, section_id) references section (project_id, id) on delete cascade,
  unique (section_id, day, start)
);

-- Teams ----------------------------------------------------------------------------------------------

create table team (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  name short_text not null,
  colour int not null check (colour between 0 and 11),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, section_id, id),
  constraint team_name_key unique (project_id, name),
  foreign key (project_id, section_id) references section (project_id, id)
);

create table enrolment (
  project_id uuid not null,
  section_id uuid not null,
  account_id uuid not null references account,
  primary key (project_id, account_id),
  unique (project_id, section_id, account_id),
  foreign key (project_id, section_id) references section (project_id, id)
);
create index enrolment_account on enrolment (account_id);

-- One team for each student of a project, in the student's own section.
create table team_member (
  project_id uuid not null,
  section_id uuid not null,
  team_id uuid not null,
  account_id uuid not null,
  role text not null default '' check (char_length(role) <= 80),
  primary key (project_id, account_id),
  foreign key (project_id, section_id, team_id) references team (project_id, section_id, id) on update cascade,
  foreign key (project_id, section_id, account_id) references enrolment (project_id, section_id, account_id) on update cascade
);
create index team_member_team on team_member (team_id);

create table action (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  team_id uuid,
  what short_text not null,
  owner_id uuid references account,
  due_on date,
  source_kind text not null default 'own' check (source_kind in ('own', 'review', 'gate', 'trial', 'requirement')),
  source_id uuid,
  state text not null default 'open' check (state in ('open', 'done', 'dropped')),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  foreign key (project_id, team_id) references team (project_id, id)
);
create index action_project on action (project_id);

-- Making and measuring -------------------------------------------------------------------------------

create table instrument (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  dimension text not null,
  unit text not null,
  resolution not_negative not null,
  accuracy not_negative not null,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, id, dimension),
  constraint instrument_name_key unique (project_id, name)
);

create table protocol (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  procedure long_text not null default '',
  parameter_id uuid not null,
  dimension text not null,
  unit text not null,
  instrument_id uuid not null,
  conditions jsonb not null default '[]' check (jsonb_typeof(conditions) = 'array'),
  cautions long_text not null default '',
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, id, dimension),
  constraint protocol_name_key unique (project_id, name),
  foreign key (project_id, parameter_id, dimension) references parameter (project_id, id, dimension),
  foreign key (project_id, instrument_id, dimension) references instrument (project_id, id, dimension)
);

create table iteration (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  team_id uuid not null,
  number int not null check (number between 1 and 999),
  parent_id uuid,
  state text not null default 'built' check (state in ('planned', 'building', 'built', 'tested', 'retired')),
  change short_text not null,
  reason long_text not null default '',
  built_on date not null,
  released_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, team_id, id),
  constraint iteration_number_key unique (team_id, number),
  constraint iteration_not_its_parent check (parent_id <> id),
  foreign key (project_id, team_id) references team (project_id, id),
  foreign key (project_id, team_id, parent_id) references iteration (project_id, team_id, id)
);

create table measurement (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  iteration_id uuid not null,
  parameter_id uuid not null,
  dimension text not null,
  value finite_number,
  unit text,
  value_si finite_number,
  answer boolean,
  instrument_id uuid,
  measured_on date not null,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  foreign key (project_id, iteration_id) references iteration (project_id, id) on delete cascade,
  foreign key (project_id, parameter_id, dimension) references parameter (project_id, id, dimension),
  foreign key (project_id, instrument_id, dimension) references instrument (project_id, id, dimension),
  constraint measurement_once unique (iteration_id, parameter_id),
  constraint measurement_has_value check (case when dimension = 'yes-no' then answer is not null and value is null
    else value is not null and unit is not null and value_si is not null and answer is null end),
  constraint measurement_not_negative check (value >= 0 or dimension in ('angle', 'temperature', 'voltage', 'current', 'yes-no'))
);

create table event (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  name short_text not null,
  protocol_id uuid not null,
  dimension text not null,
  attempts_allowed int not null check (attempts_allowed between 1 and 20),
  rule jsonb not null,
  position int not null default 0,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, id, dimension),
  constraint event_name_key unique (project_id, name),
  constraint event_rule_agrees check ((rule #>> '{attempts,allowed}')::int = attempts_allowed),
  foreign key (project_id, protocol_id, dimension) references protocol (project_id, id, dimension)
);

-- A run: an attempt that counts (numbered) or a practice run (without a number).
create table trial (
  id uuid primary key,
  project_id uuid not null,
  section_id uuid not null,
  team_id uuid not null,
  event_id uuid not null,
  dimension text not null,
  iteration_id uuid not null,
  attempt int check (attempt >= 1),
  status text not null check (status in ('ok', 'foul', 'did-not-finish', 'did-not-start')),
  value finite_number,
  unit text,
  value_si finite_number,
  penalties jsonb not null default '{}' check (jsonb_typeof(penalties) = 'object'),
  conditions jsonb not null default '{}' check (jsonb_typeof(conditions) = 'object'),
  instrument_id uuid not null,
  note long_text not null default '',
  run_at timestamptz not null default now(),
  taken_back_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  foreign key (project_id, section_id, team_id) references team (project_id, section_id, id) on update cascade,
  foreign key (project_id, event_id, dimension) references event (project_id, id, dimension),
  foreign key (project_id, team_id, iteration_id) references iteration (project_id, team_id, id),
  foreign key (project_id, instrument_id, dimension) references instrument (project_id, id, dimension),
  constraint trial_has_value check (status <> 'ok' or value is not null),
  constraint trial_value_has_unit check ((value is null) = (unit is null) and (value is null) = (value_si is null)),
  constraint trial_not_negative check (value >= 0 or dimension in ('length', 'angle', 'temperature', 'voltage', 'current'))
);
create unique index trial_attempt_key on trial (event_id, team_id, attempt) where taken_back_at is null;
create index trial_project on trial (project_id, event_id, team_id);

create function trial_within_allowed() returns trigger language plpgsql as $$
begin
  if new.taken_back_at is null and new.attempt > (select attempts_allowed from event where id = new.event_id) then
    raise exception 'more attempts than allowed' using errcode = '23514', constraint = 'trial_within_allowed';
  end if;
  return new;
end $$;
create trigger trial_within_allowed before insert or update on trial for each row execute function trial_within_allowed();

create table benchmark (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  season short_text not null,
  event_id uuid not null,
  value finite_number not null,
  unit text not null,
  expanded_uncertainty not_negative not null default 0,
  design long_text not null default '',
  foreign key (project_id, event_id) references event (project_id, id) on delete cascade,
  unique (event_id, season)
);

create table attachment (
  id uuid primary key,
  project_id uuid not null references project on delete cascade,
  team_id uuid,
  object_kind text not null check (object_kind in ('iteration', 'trial', 'brief', 'statement')),
  object_id uuid not null,
  mime text not null check (mime in ('image/png', 'image/jpeg', 'image/webp')),
  bytes bytea not null check (octet_length(bytes) <= 10485760),
  thumbnail bytea,
  sha256 bytea not null,
  created_at timestamptz not null default clock_timestamp(),
  foreign key (project_id, team_id) references team (project_id, id)
);
create index attachment_object on attachment (object_id);

-- Judging --------------------------------------------------------------------------------------------

create table rubric (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  position int not null default 0,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint rubric_name_key unique (project_id, name)
);

create table criterion (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  rubric_id uuid not null,
  name short_text not null,
  anchors long_text not null default '',
  max positive_number not null,
  position int not null,
  unique (project_id, rubric_id, id),
  constraint criterion_name_key unique (rubric_id, name),
  foreign key (project_id, rubric_id) references rubric (project_id, id) on delete cascade
);

create table judge (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  rubric_id uuid not null,
  name short_text not null,
  unique (project_id, rubric_id, id),
  constraint judge_name_key unique (rubric_id, name),
  foreign key (project_id, rubric_id) references rubric (project_id, id) on delete cascade
);

create table score (
  id uuid primary key,
  project_id uuid not null,
  rubric_id uuid not null,
  criterion_id uuid not null,
  judge_id uuid not null,
  team_id uuid not null,
  points not_negative not null,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint score_once unique (judge_id, criterion_id, team_id),
  foreign key (project_id, rubric_id, criterion_id) references criterion (project_id, rubric_id, id),
  foreign key (project_id, rubric_id, judge_id) references judge (project_id, rubric_id, id),
  foreign key (project_id, team_id) references team (project_id, id)
);

create function score_within_max() returns trigger language plpgsql as $$
begin
  if new.points > (select max from criterion where id = new.criterion_id) then
    raise exception 'more points than the criterion has' using errcode = '23514', constraint = 'score_within_max';
  end if;
  return new;
end $$;
create trigger score_within_max before insert or update on score for each row execute function score_within_max();

create table component (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  event_id uuid,
  rubric_id uuid,
  counts_as text not null check (counts_as in ('points', 'percent-of-max', 'percent-of-best', 'place-sum', 'z-score')),
  weight not_negative not null,
  max positive_number,
  position int not null default 0,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint component_name_key unique (project_id, name),
  constraint component_has_one_source check (num_nonnulls(event_id, rubric_id) = 1),
  constraint component_max_given check (counts_as <> 'percent-of-max' or max is not null),
  foreign key (project_id, event_id) references event (project_id, id),
  foreign key (project_id, rubric_id) references rubric (project_id, id)
);

-- A published ranking is kept as it was, with the inputs it came from.
create table publication (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  section_id uuid,
  rows jsonb not null,
  inputs jsonb not null,
  published_at timestamptz not null default now(),
  published_by short_text not null,
  foreign key (project_id, section_id) references section (project_id, id)
);
create index publication_project on publication (project_id, published_at);

create table access_link (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  purpose text not null check (purpose in ('client', 'judge', 'board')),
  label short_text not null,
  token_hash bytea not null unique,
  rubric_id uuid,
  judge_id uuid,
  section_id uuid,
  ends_at timestamptz not null,
  revoked_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  foreign key (project_id, rubric_id, judge_id) references judge (project_id, rubric_id, id),
  foreign key (project_id, section_id) references section (project_id, id),
  constraint access_link_judge_scoped check (purpose <> 'judge' or (rubric_id is not null and judge_id is not null))
);

-- History --------------------------------------------------------------------------------------------

create table audit (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  project_id uuid,
  team_id uuid,
  actor_kind text not null,
  actor_id uuid,
  actor_name text not null,
  act text not null,
  object_kind text not null,
  object_id text not null,
  before jsonb,
  after jsonb
);
create index audit_project on audit (project_id, id desc);
create index audit_object on audit (object_id, id desc);

-- Every write is recorded here, whoever makes it; a write that names no actor is refused.
create function record_history() returns trigger language plpgsql as $$
declare
  actor jsonb := nullif(current_setting('ironstone.actor', true), '')::jsonb;
  was jsonb := case when tg_op = 'INSERT' then null else to_jsonb(old) - 'password_hash' - 'token_hash' - 'bytes' - 'thumbnail' end;
  now_is jsonb := case when tg_op = 'DELETE' then null else to_jsonb(new) - 'password_hash' - 'token_hash' - 'bytes' - 'thumbnail' end;
  entry jsonb := coalesce(now_is, was);
  project uuid := case when tg_table_name = 'project' then (entry ->> 'id')::uuid else (entry ->> 'project_id')::uuid end;
begin
  if actor is null then
    raise exception 'a write to % names no actor', tg_table_name;
  end if;
  if tg_op = 'UPDATE' and to_jsonb(old) - 'version' - 'updated_at' = to_jsonb(new) - 'version' - 'updated_at' then
    return null;
  end if;
  insert into audit (project_id, team_id, actor_kind, actor_id, actor_name, act, object_kind, object_id, before, after)
  values (project, (entry ->> 'team_id')::uuid, actor ->> 'kind', (actor ->> 'id')::uuid, actor ->> 'name', actor ->> 'act',
    tg_table_name, coalesce(entry ->> 'id', entry ->> 'account_id', entry ->> 'project_id'), was, now_is);
  if project is not null then
    perform pg_notify('ironstone', project::text);
  end if;
  return null;
end $$;

create function count_version() returns trigger language plpgsql as $$
begin
  new.version := old.version + 1;
  new.updated_at := now();
  return new;
end $$;

do $$
declare
  name text;
begin
  foreach name in array array['account', 'project', 'project_instructor', 'brief', 'statement', 'parameter', 'requirement',
    'section', 'no_class', 'extra_meeting', 'team', 'enrolment', 'team_member', 'action', 'instrument', 'protocol',
    'iteration', 'measurement', 'event', 'trial', 'benchmark', 'attachment', 'rubric', 'criterion', 'judge', 'score',
    'component', 'publication', 'access_link'] loop
    execute format('create trigger record_history after insert or update or delete on %I for each row execute function record_history()', name);
    if exists (select from information_schema.columns where table_schema = current_schema() and table_name = name and column_name = 'version') then
      execute format('create trigger count_version before update on %I for each row execute function count_version()', name);
    end if;
  end loop;
end $$;
