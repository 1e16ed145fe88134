-- Everybody's own concepts, their selection, how teams are formed, what one thing built by all is made of, and draws.

-- Concepts -------------------------------------------------------------------------------------------------------

-- How many concepts each student of a section hands in, and until when; the others' are seen from the release on.
create table concept_round (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  wanted int not null check (wanted between 1 and 10),
  due_on date,
  minutes int not null default 3 check (minutes between 1 and 60),
  released_at timestamptz,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint concept_round_once unique (section_id),
  foreign key (project_id, section_id) references section (project_id, id)
);

create table concept (
  id uuid primary key,
  project_id uuid not null,
  section_id uuid not null,
  author_id uuid not null references account,
  title short_text not null,
  steps jsonb not null check (jsonb_typeof(steps) = 'array'),
  risks long_text not null default '',
  takes_over long_text not null default '',
  fate text not null default 'open' check (fate in ('open', 'chosen', 'left')),
  fate_reason long_text not null default '',
  fate_by text not null default '',
  exception long_text not null default '',
  exception_by text not null default '',
  handed_in_at timestamptz not null,
  removed_at timestamptz,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint concept_left_has_reason check (fate <> 'left' or fate_reason ~ '\S'),
  foreign key (project_id, section_id) references section (project_id, id)
);
create index concept_project on concept (project_id, section_id);

-- A requirement that a concept answers: how, and the number that its author expects, with how sure they are of it.
create table concept_claim (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  concept_id uuid not null,
  requirement_id uuid not null,
  how text not null default '' check (char_length(how) <= 400),
  value finite_number,
  unit text,
  uncertainty not_negative,
  answer boolean,
  constraint concept_claim_once unique (concept_id, requirement_id),
  constraint concept_claim_whole check ((value is null) = (unit is null) and (uncertainty is null or value is not null)),
  foreign key (project_id, concept_id) references concept (project_id, id) on delete cascade,
  foreign key (project_id, requirement_id) references requirement (project_id, id)
);

-- A part of one concept that another takes in; it stays credited to its author.
create table concept_credit (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  from_id uuid not null,
  into_id uuid not null,
  what short_text not null,
  constraint concept_credit_apart check (from_id <> into_id),
  foreign key (project_id, from_id) references concept (project_id, id) on delete cascade,
  foreign key (project_id, into_id) references concept (project_id, id) on delete cascade
);

create table concept_comment (
  id uuid primary key,
  project_id uuid not null,
  concept_id uuid not null,
  author_id uuid references account,
  by_link text not null default '',
  text long_text not null check (text ~ '\S'),
  made_at timestamptz not null,
  created_at timestamptz not null default clock_timestamp(),
  foreign key (project_id, concept_id) references concept (project_id, id) on delete cascade
);
create index concept_comment_concept on concept_comment (concept_id);

alter table attachment drop constraint attachment_object_kind_check,
  add constraint attachment_object_kind_check
    check (object_kind in ('iteration', 'trial', 'brief', 'statement', 'concept', 'team'));

-- Selection ------------------------------------------------------------------------------------------------------

create table selection (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  name short_text not null,
  picks int not null default 2 check (picks between 1 and 20),
  datum_id uuid,
  state text not null default 'open' check (state in ('open', 'closed')),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint selection_name_key unique (section_id, name),
  foreign key (project_id, section_id) references section (project_id, id)
);

create table selection_criterion (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  selection_id uuid not null,
  requirement_id uuid,
  name short_text not null,
  weight not_negative not null,
  anchors text not null default '' check (char_length(anchors) <= 400),
  position int not null,
  unique (selection_id, id),
  constraint selection_criterion_name_key unique (selection_id, name) deferrable initially deferred,
  foreign key (project_id, selection_id) references selection (project_id, id) on delete cascade,
  foreign key (project_id, requirement_id) references requirement (project_id, id)
);

create table selection_entry (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  selection_id uuid not null,
  concept_id uuid not null,
  constraint selection_entry_once unique (selection_id, concept_id),
  foreign key (project_id, selection_id) references selection (project_id, id) on delete cascade,
  foreign key (project_id, concept_id) references concept (project_id, id)
);

create table selection_score (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  selection_id uuid not null,
  concept_id uuid not null,
  criterion_id uuid not null,
  rater_id uuid not null references account,
  score int not null check (score between 1 and 5),
  constraint selection_score_once unique (criterion_id, concept_id, rater_id),
  foreign key (selection_id, concept_id) references selection_entry (selection_id, concept_id) on delete cascade,
  foreign key (selection_id, criterion_id) references selection_criterion (selection_id, id) on delete cascade
);

-- A concept against the datum: better, worse or the same.
create table selection_mark (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  selection_id uuid not null,
  concept_id uuid not null,
  criterion_id uuid not null,
  mark int not null check (mark between -1 and 1),
  constraint selection_mark_once unique (criterion_id, concept_id),
  foreign key (selection_id, concept_id) references selection_entry (selection_id, concept_id) on delete cascade,
  foreign key (selection_id, criterion_id) references selection_criterion (selection_id, id) on delete cascade
);

-- A ballot lists concepts, best first.
create table selection_ballot (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  selection_id uuid not null,
  voter_id uuid not null references account,
  ranking jsonb not null check (jsonb_typeof(ranking) = 'array'),
  constraint selection_ballot_once unique (selection_id, voter_id),
  foreign key (project_id, selection_id) references selection (project_id, id) on delete cascade
);

-- What the client picks, all picks of a selection at once; the version tells two hands on one link apart.
create table selection_choice (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  selection_id uuid not null,
  by_name short_text not null,
  picks jsonb not null check (jsonb_typeof(picks) = 'array'),
  made_at timestamptz not null default now(),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint selection_choice_once unique (selection_id),
  foreign key (project_id, selection_id) references selection (project_id, id) on delete cascade
);

-- Teams ----------------------------------------------------------------------------------------------------------

-- What a student would like: seen by the student and by instructors, in no export.
create table preference (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  account_id uuid not null references account,
  concept_id uuid,
  wants uuid[] not null default '{}',
  roles text[] not null default '{}',
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint preference_once unique (project_id, account_id),
  constraint preference_for_others check (not account_id = any (wants)),
  foreign key (project_id, concept_id) references concept (project_id, id)
);

-- For instructors alone; in no export.
create table keep_pair (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  kind text not null check (kind in ('apart', 'together')),
  one_id uuid not null references account,
  other_id uuid not null references account,
  constraint keep_pair_of_two check (one_id <> other_id)
);
create unique index keep_pair_once on keep_pair (project_id, least(one_id, other_id), greatest(one_id, other_id));

create table forming (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  min_size int not null check (min_size between 1 and 30),
  max_size int not null check (max_size between 1 and 30),
  weight_concept not_negative not null default 1,
  weight_wants not_negative not null default 1,
  weight_roles not_negative not null default 1,
  wishes int not null default 2 check (wishes between 0 and 5),
  asks boolean not null default false,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint forming_once unique (section_id),
  constraint forming_sizes_in_order check (min_size <= max_size),
  foreign key (project_id, section_id) references section (project_id, id)
);

-- A way to divide a section into teams, seen by instructors alone until it is put in place.
create table proposal (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  name short_text not null,
  teams jsonb not null check (jsonb_typeof(teams) = 'array'),
  locked uuid[] not null default '{}',
  seed text not null default '' check (char_length(seed) <= 80),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint proposal_name_key unique (section_id, name),
  foreign key (project_id, section_id) references section (project_id, id)
);

create table team_role (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name text not null check (char_length(name) between 1 and 80 and name ~ '\S'),
  answerable_for text not null default '' check (char_length(answerable_for) <= 400),
  needed boolean not null default false,
  constraint team_role_name_key unique (project_id, name)
);

-- What success means to a team, on several levels; each change has to be agreed to again.
create table charter (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  team_id uuid not null,
  works long_text not null default '',
  musts long_text not null default '',
  beats long_text not null default '',
  working long_text not null default '',
  text_version int not null default 1,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint charter_once unique (team_id),
  foreign key (project_id, team_id) references team (project_id, id)
);

create table charter_agreement (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  team_id uuid not null,
  account_id uuid not null references account,
  text_version int not null,
  agreed_on date not null,
  constraint charter_agreement_once unique (team_id, account_id),
  foreign key (project_id, team_id) references team (project_id, id)
);

-- One thing built by all -------------------------------------------------------------------------------------------

-- The model's scale in a section (1 : ratio), and what the material can't go below.
create table build_scale (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  ratio positive_number not null,
  least_thickness positive_number,
  least_unit text,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint build_scale_once unique (section_id),
  constraint build_scale_whole check ((least_thickness is null) = (least_unit is null)),
  foreign key (project_id, section_id) references section (project_id, id)
);

create table part (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  code short_text not null,
  name short_text not null,
  owner_id uuid references account,
  checker_id uuid references account,
  state text not null default 'listed' check (state in ('listed', 'drawn', 'checked', 'double-checked', 'cut in trial material',
    'fits', 'cut in final material', 'done')),
  checked_by uuid references account,
  double_checked_by uuid references account,
  share positive_number not null default 1,
  thickness positive_number,
  thickness_unit text,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, section_id, id),
  constraint part_code_key unique (section_id, code),
  constraint part_checked_by_another check (owner_id <> checker_id),
  constraint part_check_by_another check (owner_id <> checked_by and owner_id <> double_checked_by),
  constraint part_double_check_by_third check (checked_by <> double_checked_by),
  constraint part_check_named check (state in ('listed', 'drawn') or checked_by is not null),
  constraint part_thickness_whole check ((thickness is null) = (thickness_unit is null)),
  foreign key (project_id, section_id) references section (project_id, id)
);

-- Where two parts meet: what each side's owner says of the same dimension.
create table joint (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  name short_text not null,
  one_id uuid not null,
  other_id uuid not null,
  one_value finite_number,
  one_unit text,
  one_tolerance not_negative,
  other_value finite_number,
  other_unit text,
  other_tolerance not_negative,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint joint_of_two check (one_id <> other_id),
  constraint joint_entries_whole check (num_nonnulls(one_value, one_unit, one_tolerance) in (0, 3)
    and num_nonnulls(other_value, other_unit, other_tolerance) in (0, 3)),
  foreign key (project_id, section_id, one_id) references part (project_id, section_id, id) on delete cascade,
  foreign key (project_id, section_id, other_id) references part (project_id, section_id, id) on delete cascade
);

-- Draws ------------------------------------------------------------------------------------------------------------

-- The list is frozen when the draw is made; the seed is called out after that, and once.
create table drawing (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  section_id uuid,
  title short_text not null,
  names jsonb not null check (jsonb_typeof(names) = 'array' and jsonb_array_length(names) between 1 and 400),
  subjects jsonb check (jsonb_array_length(subjects) = jsonb_array_length(names)),
  for_pitches boolean not null default false,
  is_public boolean not null default false,
  first_called text check (first_called ~ '^\d{1,12}$'),
  second_called text check (second_called ~ '^\d{1,12}$'),
  frozen_at timestamptz not null default now(),
  drawn_at timestamptz,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint drawing_called_twice check (num_nonnulls(first_called, second_called, drawn_at) in (0, 3)),
  foreign key (project_id, section_id) references section (project_id, id)
);

-- A frozen list and a called seed are never changed.
create function drawing_stands() returns trigger language plpgsql as $$
begin
  if new.names <> old.names or new.subjects is distinct from old.subjects
    or (old.first_called is not null and (new.first_called, new.second_called) is distinct from (old.first_called, old.second_called)) then
    raise exception 'a draw stands' using errcode = '23514', constraint = 'drawing_stands';
  end if;
  return new;
end $$;
create trigger drawing_stands before update on drawing for each row execute function drawing_stands();

do $$
declare
  name text;
begin
  foreach name in array array['concept_round', 'concept', 'concept_claim', 'concept_credit', 'concept_comment', 'selection',
    'selection_criterion', 'selection_entry', 'selection_score', 'selection_mark', 'selection_ballot', 'selection_choice', 'preference',
    'keep_pair', 'forming', 'proposal', 'team_role', 'charter', 'charter_agreement', 'build_scale', 'part', 'joint', 'drawing'] loop
    execute format('create trigger record_history after insert or update or delete on %I for each row execute function record_history()', name);
    if exists (select from information_schema.columns where table_schema = current_schema() and table_name = name and column_name = 'version') then
      execute format('create trigger count_version before update on %I for each row execute function count_version()', name);
    end if;
  end loop;
end $$;
