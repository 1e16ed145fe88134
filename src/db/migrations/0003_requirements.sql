-- The brief with versions, the interview, and requirements with their sources, changes, budgets and weights.

-- Brief ----------------------------------------------------------------------------------------------------------

create function paragraphs(plain text) returns text language sql immutable as $$
  select case when trim(plain) = '' then '' else
    '<p>' || regexp_replace(regexp_replace(replace(replace(replace(trim(plain), '&', '&amp;'), '<', '&lt;'), '>', '&gt;'),
      '\n\s*\n', '</p><p>', 'g'), '\n', '<br>', 'g') || '</p>' end
$$;
create domain rich_text as text check (char_length(value) <= 20000);

alter table brief
  alter column challenge type rich_text using paragraphs(challenge),
  alter column thing type rich_text using paragraphs(thing),
  alter column account type rich_text using paragraphs(account),
  alter column rules type rich_text using paragraphs(rules),
  alter column hazards type rich_text using paragraphs(hazards),
  add column setting rich_text not null default '',
  add column warm_up rich_text not null default '',
  add column energy text not null default '' check (char_length(energy) <= 160),
  add column team_from int check (team_from between 1 and 40),
  add column team_to int check (team_to between 1 and 40),
  add column kit jsonb not null default '[]' check (jsonb_typeof(kit) = 'array'),
  add column banned jsonb not null default '[]' check (jsonb_typeof(banned) = 'array'),
  add column checklist jsonb not null default '[]' check (jsonb_typeof(checklist) = 'array'),
  add column fixed_dates jsonb not null default '[]' check (jsonb_typeof(fixed_dates) = 'array'),
  add constraint brief_team_size_in_order check (team_from <= team_to);

-- What was published, as it was; the limits of that day are part of it.
create table brief_version (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  number int not null check (number >= 1),
  content jsonb not null check (jsonb_typeof(content) = 'object'),
  note long_text not null default '',
  published_at timestamptz not null default now(),
  published_by short_text not null,
  constraint brief_version_key unique (project_id, number)
);
insert into brief_version (project_id, number, content, published_at, published_by)
select project_id, 1, jsonb_build_object('challenge', challenge, 'setting', '', 'thing', thing, 'account', account, 'rules', rules,
  'hazards', hazards, 'warmUp', '', 'energy', '', 'teamFrom', null, 'teamTo', null, 'kit', '[]'::jsonb, 'banned', '[]'::jsonb,
  'checklist', '[]'::jsonb, 'fixedDates', '[]'::jsonb, 'limits', '[]'::jsonb), published_at, 'the instructor'
from brief where published_at is not null;
alter table brief drop column published_at;

-- Only the erasing of a person may touch what was published.
create function refuse_change() returns trigger language plpgsql as $$
begin
  if (nullif(current_setting('ironstone.actor', true), '')::jsonb ->> 'act') not in ('erase', 'eraseAll') then
    raise exception 'what was published is not changed' using errcode = '23514', constraint = tg_table_name || '_is_frozen';
  end if;
  return new;
end $$;
create trigger frozen before update on brief_version for each row execute function refuse_change();

-- Which version of the brief somebody has read last.
create table brief_read (
  project_id uuid not null,
  account_id uuid not null,
  number int not null,
  read_at timestamptz not null default now(),
  primary key (project_id, account_id),
  foreign key (project_id, account_id) references enrolment (project_id, account_id) on delete cascade,
  foreign key (project_id, number) references brief_version (project_id, number) on delete cascade
);

-- Sheets of the index that the course does not use.
alter table project add column hidden_sheets text[] not null default '{}';

-- A starting project, packed as a bundle without people and results.
create table template (
  id uuid primary key default gen_random_uuid(),
  account_id uuid not null references account,
  title short_text not null,
  about long_text not null default '',
  bytes bytea not null check (octet_length(bytes) <= 4194304),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now()
);

-- Interview ------------------------------------------------------------------------------------------------------

create table visit (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  title short_text not null,
  said_by short_text not null,
  held_on date not null,
  minutes int not null default 30 check (minutes between 5 and 480),
  state text not null default 'planned' check (state in ('planned', 'running', 'held')),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id)
);

create table question (
  id uuid primary key,
  project_id uuid not null,
  visit_id uuid not null,
  team_id uuid,
  asked_by uuid references account,
  text text not null check (char_length(text) between 1 and 400 and text ~ '\S'),
  position int not null default 0,
  must boolean not null default false,
  hidden boolean not null default false,
  minutes positive_number,
  merged_into uuid,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, visit_id, id),
  constraint question_not_into_itself check (merged_into <> id),
  foreign key (project_id, visit_id) references visit (project_id, id) on delete cascade,
  foreign key (project_id, visit_id, merged_into) references question (project_id, visit_id, id),
  foreign key (project_id, team_id) references team (project_id, id)
);
create index question_visit on question (visit_id);

-- What somebody heard: a line of their own, so that nobody writes over anybody.
create table note (
  id uuid primary key,
  project_id uuid not null,
  question_id uuid not null,
  author_id uuid references account,
  by_link text not null default '' check (char_length(by_link) <= 160),
  text text not null check (char_length(text) between 1 and 2000 and text ~ '\S'),
  made_at timestamptz not null default now(),
  taken_back_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint note_has_author check ((author_id is null) <> (by_link = '')),
  foreign key (project_id, question_id) references question (project_id, id) on delete cascade
);
create index note_question on note (question_id);

create table answer (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  question_id uuid not null,
  text long_text not null check (text ~ '\S'),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint answer_once unique (question_id),
  foreign key (project_id, question_id) references question (project_id, id) on delete cascade
);

-- A sentence of an answer from which something was made stays as it was said.
alter table statement
  add column answer_id uuid,
  add foreign key (project_id, answer_id) references answer (project_id, id);

-- Research -------------------------------------------------------------------------------------------------------

create table research (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  team_id uuid,
  title short_text not null,
  kind text not null default 'existing' check (kind in ('existing', 'last-season', 'reading')),
  about long_text not null default '',
  found_in text not null default '' check (char_length(found_in) <= 400),
  is_winner boolean not null default false,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint research_title_key unique (project_id, title),
  constraint research_winner_of_last_season check (not is_winner or kind = 'last-season'),
  foreign key (project_id, team_id) references team (project_id, id)
);
create unique index research_one_winner on research (project_id) where is_winner;

-- Requirements ---------------------------------------------------------------------------------------------------

alter table requirement drop constraint requirement_kind_check, drop constraint requirement_limit_is_whole,
  drop constraint requirement_client_source_named;
alter table requirement
  add column counts text not null default '' check (char_length(counts) <= 400),
  add column method text check (method in ('measurement', 'demonstration', 'inspection', 'analysis')),
  add column protocol_id uuid,
  add column verified_by text not null default '' check (char_length(verified_by) <= 400),
  add column owner_id uuid references account,
  add column team_id uuid,
  add column reason long_text not null default '',
  add column state_on date,
  add constraint requirement_kind_check check (kind in ('max', 'min', 'range', 'target', 'different', 'yes', 'wish')),
  add constraint requirement_limit_is_whole check (case kind
    when 'max' then value is not null and unit is not null and parameter_id is not null
    when 'min' then value is not null and unit is not null and parameter_id is not null
    when 'range' then low <= high and unit is not null and parameter_id is not null
    when 'target' then value is not null and tolerance is not null and unit is not null and parameter_id is not null
    when 'different' then value >= 1 and unit = 'count' and parameter_id is not null
    when 'yes' then parameter_id is not null and value is null and unit is null
    else weight is not null end),
  add foreign key (project_id, protocol_id) references protocol (project_id, id),
  add foreign key (project_id, team_id) references team (project_id, id);

create table finding (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  research_id uuid not null,
  requirement_id uuid not null,
  text long_text not null default '',
  value finite_number,
  unit text,
  uncertainty not_negative not null default 0,
  answer boolean,
  constraint finding_once unique (research_id, requirement_id),
  constraint finding_value_has_unit check ((value is null) = (unit is null)),
  foreign key (project_id, research_id) references research (project_id, id) on delete cascade,
  foreign key (project_id, requirement_id) references requirement (project_id, id) on delete cascade
);

create table requirement_source (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  requirement_id uuid not null,
  kind text not null check (kind in ('client', 'rule', 'research', 'season', 'own')),
  statement_id uuid,
  research_id uuid,
  note text not null default '' check (char_length(note) <= 400),
  position int not null default 0,
  constraint requirement_source_named check ((kind <> 'client' or statement_id is not null)
    and (kind <> 'research' or research_id is not null) and (statement_id is null or kind = 'client')
    and (research_id is null or kind in ('research', 'season'))),
  foreign key (project_id, requirement_id) references requirement (project_id, id) on delete cascade,
  foreign key (project_id, statement_id) references statement (project_id, id),
  foreign key (project_id, research_id) references research (project_id, id)
);
create index requirement_source_requirement on requirement_source (requirement_id);
insert into requirement_source (project_id, requirement_id, kind, statement_id)
select project_id, id, source, case when source = 'client' then statement_id end from requirement;
alter table requirement drop column source, drop column statement_id;

-- An agreed requirement that changed: how it was, how it is since, and why.
create table requirement_change (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  requirement_id uuid not null,
  number int not null check (number >= 1),
  before jsonb not null check (jsonb_typeof(before) = 'object'),
  after jsonb not null check (jsonb_typeof(after) = 'object'),
  reason long_text not null check (reason ~ '\S'),
  changed_on date not null,
  made_at timestamptz not null default clock_timestamp(),
  unique (project_id, id),
  constraint requirement_change_key unique (requirement_id, number),
  foreign key (project_id, requirement_id) references requirement (project_id, id) on delete cascade
);
create trigger frozen before update on requirement_change for each row execute function refuse_change();

-- A team, or the instructor for it, has dealt with a change.
create table change_seen (
  project_id uuid not null,
  change_id uuid not null,
  team_id uuid not null,
  seen_at timestamptz not null default now(),
  primary key (change_id, team_id),
  foreign key (project_id, change_id) references requirement_change (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id)
);

-- A limit split over parts, by the class (no team) or by a team for itself.
create table budget (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  requirement_id uuid not null,
  team_id uuid,
  parts jsonb not null default '[]' check (jsonb_typeof(parts) = 'array'),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint budget_once unique nulls not distinct (requirement_id, team_id),
  foreign key (project_id, requirement_id) references requirement (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id)
);

-- Pairwise judgements of how important requirements are: {a, b: codes, ratio}.
create table weighing (
  project_id uuid primary key references project on delete cascade,
  judgements jsonb not null default '[]' check (jsonb_typeof(judgements) = 'array'),
  version int not null default 1,
  updated_at timestamptz not null default now()
);

do $$
declare
  name text;
begin
  foreach name in array array['brief_version', 'template', 'visit', 'question', 'note', 'answer', 'research', 'finding',
    'requirement_source', 'requirement_change', 'change_seen', 'budget', 'weighing'] loop
    execute format('create trigger record_history after insert or update or delete on %I for each row execute function record_history()', name);
    if exists (select from information_schema.columns where table_schema = current_schema() and table_name = name and column_name = 'version') then
      execute format('create trigger count_version before update on %I for each row execute function count_version()', name);
    end if;
  end loop;
end $$;
