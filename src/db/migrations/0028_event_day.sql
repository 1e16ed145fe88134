-- The day of the event: entry inspection, contests between teams with what happens at their desks, protests, calls to stop,
-- awards, votes of the audience, and results as they were shown to everybody.

-- What a device is inspected for: a limit that the class has agreed on, or one of its own.
create table inspection_check (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  position int not null default 0,
  name short_text not null,
  kind text not null check (kind in ('size', 'mass', 'cost', 'energy', 'parts', 'materials', 'mechanisms', 'other')),
  requirement_id uuid,
  -- { kind, value?, low?, high?, tolerance?, unit? }, as requirements have it.
  own_limit jsonb check (jsonb_typeof(own_limit) = 'object'),
  instrument_id uuid,
  about text not null default '' check (char_length(about) <= 600),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint inspection_check_name_key unique (project_id, name),
  constraint inspection_check_limit check ((requirement_id is null) = (own_limit is not null)),
  constraint requirement_is_inspected foreign key (project_id, requirement_id) references requirement (project_id, id),
  constraint instrument_inspects foreign key (project_id, instrument_id) references instrument (project_id, id)
);

-- One look at one point of one team's device; a further one is another row, and the last one counts.
create table inspection (
  id uuid primary key,
  project_id uuid not null,
  check_id uuid not null,
  team_id uuid not null,
  value double precision,
  unit text check (char_length(unit) <= 40),
  -- Half-width at k = 2 in the same unit, as the instrument was then.
  expanded_uncertainty not_negative not null default 0,
  answer boolean,
  decision text not null check (decision in ('passes', 'fails', 'waived')),
  reason text not null default '' check (char_length(reason) <= 600),
  by_name short_text not null,
  made_at timestamptz not null,
  created_at timestamptz not null default clock_timestamp(),
  unique (project_id, id),
  constraint inspection_has_reading check (decision = 'waived' or (value is null) <> (answer is null)),
  constraint inspection_unit check ((value is null) = (unit is null)),
  constraint inspection_waiver check (decision <> 'waived' or reason <> ''),
  foreign key (project_id, check_id) references inspection_check (project_id, id),
  foreign key (project_id, team_id) references team (project_id, id)
);
create index inspection_project on inspection (project_id);
create index inspection_check_of on inspection (check_id);
create index inspection_team on inspection (team_id);

-- A device that passed is sealed, with who signed on both sides.
create table seal (
  id uuid primary key,
  project_id uuid not null,
  team_id uuid not null,
  mark text not null default '' check (char_length(mark) <= 60),
  signed_by short_text not null,
  by_name short_text not null,
  made_at timestamptz not null,
  foreign key (project_id, team_id) references team (project_id, id)
);
create index seal_project on seal (project_id);
create index seal_team on seal (team_id);

-- What was done to a device since: it asks for a new look at what it touched, by the kinds of checks.
create table repair (
  id uuid primary key,
  project_id uuid not null,
  team_id uuid not null,
  what text not null check (char_length(what) between 1 and 600),
  touched jsonb not null check (jsonb_typeof(touched) = 'array'),
  by_name short_text not null,
  made_at timestamptz not null,
  foreign key (project_id, team_id) references team (project_id, id)
);
create index repair_project on repair (project_id);
create index repair_team on repair (team_id);

create table contest (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  position int not null default 0,
  format text not null check (format in ('knockout', 'double', 'round-robin', 'swiss', 'lanes')),
  section_id uuid,
  -- For heats the event whose attempts they are; otherwise the one whose places seed.
  event_id uuid,
  seeding text not null default 'given' check (seeding in ('given', 'event', 'drawn')),
  -- How many of the best go through; null: all.
  takes int check (takes between 2 and 64),
  seed short_text,
  -- Ids, best seed first; frozen once it is opened.
  teams jsonb not null default '[]' check (jsonb_typeof(teams) = 'array'),
  third_place boolean not null default false,
  reset boolean not null default true,
  legs int not null default 1 check (legs between 1 and 2),
  rounds int check (rounds between 1 and 63),
  draws boolean not null default false,
  -- Rules for equal points in turn.
  ties jsonb not null default '[]' check (jsonb_typeof(ties) = 'array'),
  -- How many matches go on at once; for heats how many lanes there are.
  rings int not null default 1 check (rings between 1 and 20),
  minutes_per_match positive_number not null default 3,
  changeover not_negative not null default 1,
  rest_minutes not_negative not null default 0,
  day date not null,
  start text not null check (start ~ '^([01]\d|2[0-3]):[0-5]\d$'),
  minutes int not null check (minutes between 1 and 1440),
  -- A result counts once a second official has confirmed it.
  confirmed boolean not null default false,
  -- How long after a result a team may protest; 0: not limited.
  protest_minutes int not null default 10 check (protest_minutes between 0 and 1440),
  cautions text not null default '' check (char_length(cautions) <= 1000),
  opened_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint contest_name_key unique (project_id, name),
  constraint contest_has_event check (format <> 'lanes' and seeding <> 'event' or event_id is not null),
  constraint section_has_contest foreign key (project_id, section_id) references section (project_id, id),
  constraint event_has_contest foreign key (project_id, event_id) references event (project_id, id)
);

-- What happened at the desks of a contest, in the order in which it was received. Nothing is changed but how an entry counts.
create table desk_entry (
  id uuid primary key,
  project_id uuid not null,
  contest_id uuid not null,
  number int not null check (number >= 1),
  does text not null check (does in ('call', 'start', 'recall', 'result', 'correction', 'withdrawal', 'close-ring', 'open-ring')),
  match text check (char_length(match) between 1 and 20),
  ring int check (ring between 1 and 20),
  -- The two of the match as the desk saw them, so that an entry never counts for others.
  a_id uuid,
  b_id uuid,
  -- Who won (null for a draw), or who withdraws.
  team_id uuid,
  drawn boolean not null default false,
  -- Of a and b, where they are kept.
  scores jsonb check (jsonb_typeof(scores) = 'array'),
  reason text not null default '' check (char_length(reason) <= 600),
  -- early: of a match whose teams are not known yet; confirm: waits for a second official; twin: says the same as one that
  -- counts; clash: says something else; aside: does not count.
  state text not null check (state in ('counts', 'early', 'confirm', 'twin', 'clash', 'aside')),
  -- Why it does not count, or what held a start that took place.
  remark text not null default '' check (char_length(remark) <= 400),
  by_id uuid,
  by_name short_text not null,
  confirmed_by text check (char_length(confirmed_by) <= 160),
  made_at timestamptz not null,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint desk_entry_number_key unique (contest_id, number),
  constraint desk_entry_match check ((does in ('withdrawal', 'close-ring', 'open-ring')) = (match is null)),
  constraint desk_entry_ring check (does not in ('close-ring', 'open-ring', 'call') or ring is not null),
  constraint desk_entry_winner check (does not in ('result', 'correction') or drawn = (team_id is null)),
  constraint desk_entry_leaver check (does <> 'withdrawal' or team_id is not null),
  constraint desk_entry_reason check (does not in ('correction', 'withdrawal') or reason <> ''),
  foreign key (project_id, contest_id) references contest (project_id, id),
  foreign key (project_id, team_id) references team (project_id, id),
  foreign key (project_id, a_id) references team (project_id, id),
  foreign key (project_id, b_id) references team (project_id, id)
);
create index desk_entry_project on desk_entry (project_id);
create index desk_entry_team on desk_entry (team_id);
create index desk_entry_a on desk_entry (a_id);
create index desk_entry_b on desk_entry (b_id);

create table protest (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  contest_id uuid not null,
  match text not null check (char_length(match) between 1 and 20),
  team_id uuid not null,
  what text not null check (char_length(what) between 1 and 1000),
  by_name short_text not null,
  made_at timestamptz not null,
  ruling text not null default '' check (char_length(ruling) <= 1000),
  upheld boolean,
  ruled_by text check (char_length(ruled_by) <= 160),
  ruled_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint protest_is_ruled check ((upheld is null) = (ruling = '') and (upheld is null) = (ruled_at is null)),
  foreign key (project_id, contest_id) references contest (project_id, id),
  foreign key (project_id, team_id) references team (project_id, id)
);
create index protest_project on protest (project_id);
create index protest_contest on protest (contest_id);
create index protest_team on protest (team_id);

-- A call to stop holds every start until somebody lifts it.
create table stop_call (
  id uuid primary key,
  project_id uuid not null references project on delete cascade,
  reason text not null default '' check (char_length(reason) <= 400),
  by_name short_text not null,
  made_at timestamptz not null,
  lifted_by text check (char_length(lifted_by) <= 160),
  lifted_at timestamptz,
  -- What was done before it was lifted.
  done text not null default '' check (char_length(done) <= 400),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint stop_call_is_lifted check ((lifted_by is null) = (lifted_at is null))
);
create index stop_call_project on stop_call (project_id);
create unique index stop_call_once on stop_call (project_id) where lifted_at is null;

-- An award and how it is found: { of, eventId?, contestId?, rubricId?, place?, teamId?, why? }.
create table award (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  position int not null default 0,
  rule jsonb not null check (jsonb_typeof(rule) = 'object'),
  -- What stands on the trophy, below the name of the award.
  trophy text not null default '' check (char_length(trophy) <= 160),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint award_name_key unique (project_id, name)
);

-- What a team expects of its own result in an event, said before its first attempt.
create table prediction (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  event_id uuid not null,
  team_id uuid not null,
  value double precision not null,
  unit text not null check (char_length(unit) <= 40),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint prediction_once unique (event_id, team_id),
  foreign key (project_id, event_id) references event (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id)
);
create index prediction_project on prediction (project_id);
create index prediction_team on prediction (team_id);

-- One vote a device, told apart by a mark that says nothing else of it.
create table audience_vote (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  device_hash bytea not null,
  team_id uuid not null,
  made_at timestamptz not null default now(),
  constraint audience_vote_once unique (project_id, device_hash),
  foreign key (project_id, team_id) references team (project_id, id)
);
create index audience_vote_team on audience_vote (team_id);

-- Results as they were shown to everybody, frozen; the address holds a secret of its own.
create table shown_results (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  token_hash bytea not null,
  content jsonb not null check (jsonb_typeof(content) = 'object'),
  shown_at timestamptz not null,
  shown_by short_text not null,
  ended_at timestamptz,
  constraint shown_results_token_key unique (token_hash)
);
create index shown_results_project on shown_results (project_id);

alter table attachment drop constraint attachment_object_kind_check,
  add constraint attachment_object_kind_check check (object_kind in ('iteration', 'run', 'concept', 'team', 'inspection'));

alter table access_link drop constraint access_link_purpose_check,
  add constraint access_link_purpose_check
    check (purpose in ('client', 'judge', 'board', 'substitute', 'feed', 'official', 'panel', 'audience'));

do $$
declare
  name text;
begin
  foreach name in array array['inspection_check', 'inspection', 'seal', 'repair', 'contest', 'desk_entry', 'protest', 'stop_call',
    'award', 'prediction', 'shown_results'] loop
    perform keep_history(name::regclass);
  end loop;
end $$;
