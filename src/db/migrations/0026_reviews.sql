-- Design reviews: a kind with its agenda, a review planned over class meetings, each team's part of it with its packet, what was found
-- and decided there, what peers, guests and the client say, and what became of the client's wishes.

create table review_kind (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  -- What it asks of the packet: evidence on the musts, what changed since a failed test, what became of each wish.
  purpose text not null check (purpose in ('proposal', 'drawing', 'mid', 'readiness', 'failed test', 'final', 'unveiling')),
  agenda jsonb not null check (jsonb_typeof(agenda) = 'array'),
  checklist jsonb not null default '[]' check (jsonb_typeof(checklist) = 'array'),
  questions jsonb not null default '[]' check (jsonb_typeof(questions) = 'array'),
  -- The most remarks of its own that a team adds.
  remarks int not null default 3 check (remarks between 0 and 10),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint review_kind_name_key unique (project_id, name)
);

create table review (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  kind_id uuid not null,
  section_id uuid not null,
  stage_id uuid,
  name short_text not null,
  -- The class meetings it is held in: ["2026-10-26 10:05", …].
  meetings jsonb not null check (jsonb_typeof(meetings) = 'array'),
  minutes int not null check (minutes between 2 and 240),
  changeover int not null check (changeover between 0 and 60),
  -- What passes of each meeting before the first team is on.
  opening int not null default 5 check (opening between 0 and 120),
  panels int not null default 1 check (panels between 1 and 6),
  ordered text not null check (ordered in ('given', 'drawn', 'behind')),
  seed short_text,
  peers text not null default 'none' check (peers in ('none', 'assigned', 'everybody')),
  client_sits boolean not null default false,
  -- For an unveiling: from when the client is asked once more how it holds.
  asks_again_on date,
  -- The peers' reviews, without names but those that are signed.
  peers_released_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint review_name_key unique (section_id, name),
  constraint kind_has_reviews foreign key (project_id, kind_id) references review_kind (project_id, id),
  foreign key (project_id, section_id) references section (project_id, id),
  constraint stage_has_reviews foreign key (project_id, stage_id) references stage (project_id, id)
);
create index review_section on review (section_id);
create index review_kind_reviews on review (kind_id);
create index review_stage on review (stage_id) where stage_id is not null;

-- A team's part of a review, in the running order.
create table review_slot (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  review_id uuid not null,
  team_id uuid not null,
  position int not null,
  -- The team that reviews it.
  peer_id uuid,
  answers jsonb not null default '[]' check (jsonb_typeof(answers) = 'array'),
  remarks jsonb not null default '[]' check (jsonb_typeof(remarks) = 'array'),
  begun_at timestamptz,
  ended_at timestamptz,
  verdict text check (verdict in ('proceed', 'conditions', 'repeat')),
  reason long_text not null default '',
  decided_by text not null default '' check (char_length(decided_by) <= 160),
  decided_on date,
  -- Since when the team reads what was found.
  released_at timestamptz,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  unique (project_id, team_id, id),
  constraint review_slot_once unique (review_id, team_id),
  constraint review_slot_begun check (ended_at is null or begun_at is not null),
  constraint review_slot_decided check ((verdict is null) = (decided_on is null)),
  constraint review_slot_not_own_peer check (peer_id <> team_id),
  foreign key (project_id, review_id) references review (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id),
  foreign key (project_id, peer_id) references team (project_id, id)
);
create index review_slot_team on review_slot (team_id);
create index review_slot_peer on review_slot (peer_id) where peer_id is not null;

-- What was put before the panel, as it was shown.
create table packet (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  slot_id uuid not null,
  team_id uuid not null,
  number int not null check (number >= 1),
  content jsonb not null check (jsonb_typeof(content) = 'object'),
  frozen_at timestamptz not null,
  frozen_by short_text not null,
  constraint packet_number_key unique (slot_id, number),
  foreign key (project_id, team_id, slot_id) references review_slot (project_id, team_id, id) on delete cascade
);
create index packet_project on packet (project_id, team_id);

create table review_finding (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  slot_id uuid not null,
  team_id uuid not null,
  kind text not null check (kind in ('must', 'should', 'note', 'good')),
  text text not null check (char_length(text) <= 400 and text ~ '\S'),
  -- The object of the packet it is about, and what that was called; the object may be gone since.
  about_kind text check (about_kind in ('requirement', 'iteration', 'run', 'break', 'budget', 'conclusion', 'schedule', 'action', 'answer')),
  about_id uuid,
  about text not null default '' check (char_length(about) <= 200),
  author_id uuid references account,
  by_link text not null default '' check (char_length(by_link) <= 160),
  made_at timestamptz not null,
  -- Who of the team mends it; nobody named: the team.
  owner_id uuid references account,
  merged_into uuid,
  withdrawn_at timestamptz,
  closed_on date,
  closed_by text check (closed_by in ('iteration', 'run', 'picture', 'reason')),
  closed_ref uuid,
  closed_with text not null default '' check (char_length(closed_with) <= 400),
  closer_id uuid references account,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint review_finding_closed check ((closed_on is null) = (closed_by is null) and (closed_on is null or closed_with ~ '\S')),
  constraint review_finding_has_author check (author_id is not null or by_link <> ''),
  constraint review_finding_not_into_itself check (merged_into <> id),
  foreign key (project_id, team_id, slot_id) references review_slot (project_id, team_id, id) on delete cascade,
  constraint review_finding_merged foreign key (project_id, merged_into) references review_finding (project_id, id)
);
create index review_finding_slot on review_finding (slot_id);
create index review_finding_team on review_finding (project_id, team_id);
create index review_finding_merged on review_finding (merged_into) where merged_into is not null;

-- What was decided, and what stayed open.
create table review_note (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  slot_id uuid not null,
  team_id uuid not null,
  kind text not null check (kind in ('decision', 'question')),
  text text not null check (char_length(text) <= 400 and text ~ '\S'),
  author_id uuid references account,
  by_link text not null default '' check (char_length(by_link) <= 160),
  made_at timestamptz not null,
  withdrawn_at timestamptz,
  -- What the team answers to a question that stayed open.
  answer text not null default '' check (char_length(answer) <= 400),
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint review_note_has_author check (author_id is not null or by_link <> ''),
  foreign key (project_id, team_id, slot_id) references review_slot (project_id, team_id, id) on delete cascade
);
create index review_note_slot on review_note (slot_id);
create index review_note_project on review_note (project_id, team_id);

create table peer_review (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  slot_id uuid not null,
  team_id uuid not null,
  author_id uuid not null references account,
  signed boolean not null default false,
  clear text not null check (char_length(clear) <= 400),
  breaks_first text not null check (char_length(breaks_first) <= 400),
  suggestion text not null check (char_length(suggestion) <= 400 and suggestion ~ '\S'),
  about text not null check (char_length(about) <= 200 and about ~ '\S'),
  made_at timestamptz not null,
  -- What the team made of the suggestion.
  taken_up_on date,
  taken_up_with text not null default '' check (char_length(taken_up_with) <= 400),
  taken_up_iteration uuid,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint peer_review_once unique (slot_id, author_id),
  foreign key (project_id, team_id, slot_id) references review_slot (project_id, team_id, id) on delete cascade
);
create index peer_review_project on peer_review (project_id, team_id);
create index peer_review_author on peer_review (author_id);

-- What a client or a visitor says of what they were shown.
create table opinion (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  slot_id uuid not null,
  team_id uuid not null,
  by_link short_text not null,
  pleases text not null default '' check (char_length(pleases) <= 400),
  displeases text not null default '' check (char_length(displeases) <= 400),
  chosen boolean not null default false,
  made_at timestamptz not null,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint opinion_once unique (slot_id, by_link),
  foreign key (project_id, team_id, slot_id) references review_slot (project_id, team_id, id) on delete cascade
);
create index opinion_project on opinion (project_id, team_id);

-- What became of a wish of the client in a team's product.
create table wish_outcome (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  team_id uuid not null,
  statement_id uuid not null,
  state text not null check (state in ('met', 'otherwise', 'not met')),
  how text not null default '' check (char_length(how) <= 400),
  reason text not null default '' check (char_length(reason) <= 400),
  agrees boolean,
  comment text not null default '' check (char_length(comment) <= 400),
  client text not null default '' check (char_length(client) <= 160),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint wish_outcome_once unique (team_id, statement_id),
  foreign key (project_id, team_id) references team (project_id, id),
  foreign key (project_id, statement_id) references statement (project_id, id) on delete cascade
);
create index wish_outcome_project on wish_outcome (project_id);
create index wish_outcome_statement on wish_outcome (statement_id);

-- The client after weeks of use.
create table use_report (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  slot_id uuid not null,
  team_id uuid not null,
  by_link short_text not null,
  holds text not null check (holds in ('holds', 'problems', 'broken', 'unused')),
  says text not null default '' check (char_length(says) <= 1000),
  broke text not null default '' check (char_length(broke) <= 400),
  made_at timestamptz not null,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  foreign key (project_id, team_id, slot_id) references review_slot (project_id, team_id, id) on delete cascade
);
create index use_report_slot on use_report (slot_id);
create index use_report_project on use_report (project_id);

-- Who may close a finding: anybody of the team, somebody else than who mends it, or whoever leads.
create table review_rule (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  closer text not null check (closer in ('anybody', 'another', 'instructor')),
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint review_rule_once unique (project_id)
);

do $$
declare
  name text;
begin
  foreach name in array array['review_kind', 'review', 'review_slot', 'packet', 'review_finding', 'review_note', 'peer_review', 'opinion',
    'wish_outcome', 'use_report', 'review_rule'] loop
    perform keep_history(name::regclass);
  end loop;
end $$;

-- A gate can ask for a review; what a verdict asks for are actions of its own kind.
alter table gate_item drop constraint gate_item_kind_check,
  add constraint gate_item_kind_check
    check (kind in ('requirements', 'stage', 'runs', 'iterations', 'each member', 'checks', 'musts', 'sign-offs', 'signed', 'review')),
  add column review_kind_id uuid,
  drop constraint gate_item_is_whole,
  add constraint gate_item_is_whole check ((kind = 'stage') = (stage_id is not null) and (kind = 'signed') = (signer is not null)
    and (kind = 'review') = (review_kind_id is not null)),
  add constraint kind_is_asked_for foreign key (project_id, review_kind_id) references review_kind (project_id, id);
create index gate_item_review_kind on gate_item (review_kind_id) where review_kind_id is not null;
alter table action drop constraint action_source_kind_check,
  add constraint action_source_kind_check check (source_kind in ('own', 'review', 'verdict', 'gate', 'run', 'requirement'));

-- Whoever sits on a panel without an account.
alter table access_link drop constraint access_link_purpose_check,
  add constraint access_link_purpose_check check (purpose in ('client', 'judge', 'board', 'substitute', 'feed', 'official', 'panel')),
  add column review_id uuid,
  add constraint access_link_review foreign key (project_id, review_id) references review (project_id, id) on delete cascade,
  add constraint access_link_panel_of_review check ((purpose = 'panel') = (review_id is not null));
create index access_link_review on access_link (review_id) where review_id is not null;
