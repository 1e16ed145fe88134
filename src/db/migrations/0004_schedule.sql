-- The plan counted in class meetings: stages, what each team has handed in, days that fall out, who is away.

-- The calendar ---------------------------------------------------------------------------------------------------

-- Days without class of the whole school, shared by its projects.
create table school_day (
  id uuid primary key default gen_random_uuid(),
  first_day date not null,
  last_day date not null,
  reason short_text not null,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint school_day_in_order check (first_day <= last_day),
  constraint school_day_apart exclude using gist (daterange(first_day, last_day, '[]') with &&)
);
alter table project add column uses_school_days boolean not null default true;

-- A meeting kept in reserve is held only once the plan needs it.
alter table extra_meeting add column in_reserve boolean not null default false;

-- A meeting of one section that falls out (a trip, a drill), or all of it on a day.
create table lost_meeting (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  day date not null,
  start text check (start ~ '^([01]\d|2[0-3]):[0-5]\d$'),
  reason short_text not null,
  constraint lost_meeting_once unique nulls not distinct (section_id, day, start),
  foreign key (project_id, section_id) references section (project_id, id) on delete cascade
);

-- Stages ---------------------------------------------------------------------------------------------------------

create table stage (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  position int not null,
  name short_text not null,
  meetings int check (meetings between 1 and 200),
  minutes int check (minutes between 1 and 20000),
  shortest int check (shortest between 1 and 200),
  lead_days int not null default 0 check (lead_days between 0 and 400),
  delay int not null default 0 check (delay between 0 and 200),
  optional boolean not null default false,
  left_out boolean not null default false,
  hands_in text not null default '' check (char_length(hands_in) <= 400),
  people text not null default '' check (char_length(people) <= 160),
  room text not null default '' check (char_length(room) <= 160),
  needs text not null default '' check (char_length(needs) <= 400),
  cautions long_text not null default '',
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint stage_name_key unique (project_id, name),
  constraint stage_has_one_length check ((meetings is null) <> (minutes is null)),
  constraint stage_shortest_is_shorter check (shortest <= meetings),
  constraint stage_left_out_is_optional check (optional or not left_out)
);

-- What a stage comes after; by custom when it does not need the other's result, so that both could go on at once.
create table stage_link (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  stage_id uuid not null,
  after_id uuid not null,
  by_custom boolean not null default false,
  constraint stage_link_once unique (stage_id, after_id),
  constraint stage_not_after_itself check (stage_id <> after_id),
  foreign key (project_id, stage_id) references stage (project_id, id) on delete cascade,
  constraint stage_is_awaited foreign key (project_id, after_id) references stage (project_id, id)
);

-- How far a team is with a stage.
create table hand_in (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  team_id uuid not null,
  stage_id uuid not null,
  state text not null default 'open' check (state in ('open', 'handed-in', 'accepted', 'returned')),
  handed_in_on date,
  handed_in_by uuid references account,
  note text not null default '' check (char_length(note) <= 400),
  more_meetings int not null default 0 check (more_meetings between 0 and 50),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint hand_in_once unique (team_id, stage_id),
  constraint hand_in_has_day check (state not in ('handed-in', 'accepted') or handed_in_on is not null),
  foreign key (project_id, team_id) references team (project_id, id),
  constraint stage_has_hand_ins foreign key (project_id, stage_id) references stage (project_id, id)
);
create index hand_in_stage on hand_in (stage_id);
create index hand_in_project on hand_in (project_id);

-- A change of the plan as one thing: how the touched parts were, and are since. It is undone as a whole.
create table plan_change (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  title short_text not null,
  before jsonb not null check (jsonb_typeof(before) = 'object'),
  after jsonb not null check (jsonb_typeof(after) = 'object'),
  made_by uuid references account,
  made_at timestamptz not null default clock_timestamp(),
  undone_at timestamptz,
  version int not null default 1,
  updated_at timestamptz not null default now()
);
create index plan_change_project on plan_change (project_id, made_at);

-- People ---------------------------------------------------------------------------------------------------------

-- Who has left the class stays enrolled by name, so that their work keeps its author; they can't get in any more.
alter table enrolment add column left_on date;

create table absence (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  account_id uuid not null,
  day date not null,
  constraint absence_once unique (project_id, account_id, day),
  foreign key (project_id, account_id) references enrolment (project_id, account_id) on delete cascade
);

-- Links for somebody who stands in, and for calendars that subscribe.
alter table access_link drop constraint access_link_purpose_check,
  add constraint access_link_purpose_check check (purpose in ('client', 'judge', 'board', 'substitute', 'feed'));

do $$
declare
  name text;
begin
  foreach name in array array['school_day', 'lost_meeting', 'stage', 'stage_link', 'hand_in', 'plan_change', 'absence'] loop
    execute format('create trigger record_history after insert or update or delete on %I for each row execute function record_history()', name);
    if exists (select from information_schema.columns where table_schema = current_schema() and table_name = name and column_name = 'version') then
      execute format('create trigger count_version before update on %I for each row execute function count_version()', name);
    end if;
  end loop;
end $$;
