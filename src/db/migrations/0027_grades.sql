-- Rubrics with levels, editions and several kinds of people who score; anchors; who judges whom; ratings among members; what a
-- student's grade is made of, marks from elsewhere, and grades as they were released.

alter table rubric
  add about long_text not null default '',
  -- Points half-way between two levels may be given.
  add half_levels boolean not null default false,
  -- What becomes of several judges: the plain mean, or the mean with strictness and mildness taken out.
  add school text not null default 'mean' check (school in ('mean', 'adjusted')),
  -- What was scored under an edition stays with it.
  add edition int not null default 1 check (edition >= 1),
  add created_at timestamptz not null default clock_timestamp();

alter table criterion
  add edition int not null default 1 check (edition >= 1),
  add scorer text not null default 'judges' check (scorer in ('judges', 'instructor', 'client', 'peers', 'program')),
  -- What its points are worth; null: as many as there are.
  add weight not_negative,
  -- From the lowest up: [{ name, points, text, atLeast? }]; empty for a plain scale from 0 to max.
  add levels jsonb not null default '[]' check (jsonb_typeof(levels) = 'array'),
  add evidence text not null default '' check (char_length(evidence) <= 400),
  -- What the program counts: { of, eventId? }.
  add measure jsonb check (jsonb_typeof(measure) = 'object'),
  drop constraint criterion_name_key,
  add constraint criterion_name_key unique (rubric_id, edition, name),
  add constraint criterion_is_counted check ((scorer = 'program') = (measure is not null));

alter table judge
  add kind text not null default 'judges' check (kind in ('judges', 'instructor', 'client', 'peers')),
  add account_id uuid references account,
  add constraint judge_has_account check (account_id is null or kind in ('instructor', 'peers')),
  drop constraint judge_name_key,
  add constraint judge_account_key unique (rubric_id, account_id);
create unique index judge_name_key on judge (rubric_id, name) where account_id is null;
create index judge_account on judge (account_id) where account_id is not null;

alter table score
  add remark text not null default '' check (char_length(remark) <= 600),
  -- What was given first, where it was changed since.
  add first_points not_negative;
create index score_rubric on score (rubric_id);

-- What a judge says of a team as a whole.
create table judgement (
  id uuid primary key,
  project_id uuid not null,
  rubric_id uuid not null,
  judge_id uuid not null,
  team_id uuid not null,
  strong text not null default '' check (char_length(strong) <= 600),
  next text not null default '' check (char_length(next) <= 600),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint judgement_once unique (judge_id, team_id),
  foreign key (project_id, rubric_id, judge_id) references judge (project_id, rubric_id, id),
  foreign key (project_id, team_id) references team (project_id, id)
);
create index judgement_project on judgement (project_id);
create index judgement_rubric on judgement (rubric_id);
create index judgement_team on judgement (team_id);

-- Which judge sees which team, where not everybody sees all.
create table judging (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  rubric_id uuid not null,
  judge_id uuid not null,
  team_id uuid not null,
  seed short_text not null,
  constraint judging_once unique (judge_id, team_id),
  foreign key (project_id, rubric_id, judge_id) references judge (project_id, rubric_id, id),
  foreign key (project_id, team_id) references team (project_id, id)
);
create index judging_project on judging (project_id);
create index judging_rubric on judging (rubric_id);
create index judging_team on judging (team_id);

-- A worked example with the points that were agreed on for it: [{ criterion, points, why }], by the criterion's name.
create table anchor (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  rubric_id uuid not null,
  title short_text not null,
  shows long_text not null default '',
  agreed jsonb not null check (jsonb_typeof(agreed) = 'array'),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint anchor_title_key unique (rubric_id, title),
  foreign key (project_id, rubric_id) references rubric (project_id, id) on delete cascade
);

create index anchor_project on anchor (project_id);

-- Members rate each other: [{ text, anchors: [five] }] and the bounds of the factor that comes of it.
create table peer_round (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  questions jsonb not null check (jsonb_typeof(questions) = 'array'),
  low not_negative not null default 0.8 check (low <= 1),
  high positive_number not null default 1.2 check (high >= 1),
  minimum_raters int not null default 2 check (minimum_raters between 1 and 10),
  is_open boolean not null default true,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint peer_round_name_key unique (project_id, name)
);

create table peer_rating (
  id uuid primary key,
  project_id uuid not null,
  round_id uuid not null,
  team_id uuid not null,
  from_id uuid not null references account,
  to_id uuid not null references account,
  -- One answer a question, 1 to 5.
  answers jsonb not null check (jsonb_typeof(answers) = 'array'),
  remark text not null default '' check (char_length(remark) <= 600),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint peer_rating_once unique (round_id, from_id, to_id),
  foreign key (project_id, round_id) references peer_round (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id)
);
create index peer_rating_project on peer_rating (project_id);
create index peer_rating_team on peer_rating (team_id);
create index peer_rating_from on peer_rating (from_id);
create index peer_rating_to on peer_rating (to_id);

-- How a grade is worked out, once for each project.
create table grade_scheme (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  -- Everybody the team's, or by what the members say of each other.
  share text not null default 'equal' check (share in ('equal', 'peers')),
  peer_round_id uuid,
  -- What is missing counts as nothing, or is left out until it is there.
  missing text not null default 'waits' check (missing in ('waits', 'zero')),
  per_day not_negative not null default 0,
  grace_days int not null default 0 check (grace_days >= 0),
  most_late not_negative,
  step positive_number not null default 0.1,
  rounding text not null default 'half-up' check (rounding in ('half-up', 'half-even', 'up', 'down')),
  bands jsonb not null default '[]' check (jsonb_typeof(bands) = 'array'),
  cap not_negative,
  floor not_negative,
  -- Below this a student has not passed.
  pass not_negative not null default 50,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint grade_scheme_once unique (project_id),
  constraint grade_scheme_ends check (floor is null or cap is null or floor <= cap),
  constraint grade_scheme_round check (share = 'equal' or peer_round_id is not null),
  constraint round_is_used foreign key (project_id, peer_round_id) references peer_round (project_id, id)
);

create table grade_component (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  position int not null default 0,
  weight not_negative not null,
  source text not null check (source in ('rubric', 'event', 'marks')),
  rubric_id uuid,
  event_id uuid,
  -- How the counted value of the event becomes percent; null: its points out of the most.
  rule jsonb check (jsonb_typeof(rule) = 'object'),
  uses_factor boolean not null default false,
  drop_lowest int not null default 0 check (drop_lowest between 0 and 20),
  cap not_negative,
  floor not_negative,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint grade_component_name_key unique (project_id, name),
  constraint grade_component_source check ((source = 'rubric') = (rubric_id is not null) and (source = 'event') = (event_id is not null)),
  constraint grade_component_ends check (floor is null or cap is null or floor <= cap),
  constraint rubric_is_graded foreign key (project_id, rubric_id) references rubric (project_id, id),
  constraint event_is_graded foreign key (project_id, event_id) references event (project_id, id)
);

-- A student's mark for a task of a component: given here by hand, or elsewhere and brought in.
create table mark (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  component_id uuid not null,
  account_id uuid not null references account,
  task short_text not null,
  score not_negative,
  max positive_number not null,
  days_late not_negative not null default 0,
  excused boolean not null default false,
  note text not null default '' check (char_length(note) <= 400),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint mark_once unique (component_id, account_id, task),
  foreign key (project_id, component_id) references grade_component (project_id, id) on delete cascade
);
create index mark_project on mark (project_id);
create index mark_account on mark (account_id);

-- With which team a student counts in a component, where that is not the present one.
create table counted_team (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  component_id uuid not null,
  account_id uuid not null references account,
  team_id uuid not null,
  reason short_text not null,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint counted_team_once unique (component_id, account_id),
  foreign key (project_id, component_id) references grade_component (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id)
);
create index counted_team_project on counted_team (project_id);
create index counted_team_account on counted_team (account_id);
create index counted_team_team on counted_team (team_id);

-- A grade as a student was shown it; the former ones stay.
create table released_grade (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  account_id uuid not null references account,
  number int not null check (number >= 1),
  content jsonb not null check (jsonb_typeof(content) = 'object'),
  -- Why it changed after it was released.
  reason text not null default '' check (char_length(reason) <= 600),
  released_at timestamptz not null,
  released_by short_text not null,
  constraint released_grade_number_key unique (project_id, account_id, number),
  constraint released_grade_reason check (number = 1 or reason <> '')
);
create index released_grade_account on released_grade (account_id);

-- What earlier classes reached in an event: a list of values in one unit.
create table former_results (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  event_id uuid not null,
  season short_text not null,
  unit text not null check (char_length(unit) <= 40),
  results jsonb not null check (jsonb_typeof(results) = 'array'),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint former_results_once unique (event_id, season),
  foreign key (project_id, event_id) references event (project_id, id) on delete cascade
);

-- The columns that a school's own system wants, in its order: [{ head, what, componentId? }].
create table school_system (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  separator text not null default ',' check (separator in (',', ';', 'tab')),
  decimal text not null default '.' check (decimal in ('.', ',')),
  columns jsonb not null check (jsonb_typeof(columns) = 'array'),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint school_system_name_key unique (project_id, name)
);

do $$
declare
  name text;
begin
  foreach name in array array['judgement', 'judging', 'anchor', 'peer_round', 'peer_rating', 'grade_scheme', 'grade_component', 'mark',
    'counted_team', 'released_grade', 'former_results', 'school_system'] loop
    perform keep_history(name::regclass);
  end loop;
end $$;
