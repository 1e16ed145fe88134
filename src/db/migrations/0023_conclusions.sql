-- What a team concludes from the runs of two iterations under a protocol, and what they said when it did: newer runs may say otherwise.
create table conclusion (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  team_id uuid not null,
  protocol_id uuid not null,
  before_id uuid not null,
  after_id uuid not null,
  text text not null check (char_length(text) <= 400 and text ~ '\S'),
  verdict text not null check (verdict in ('higher', 'lower', 'not-separable')),
  -- Valid runs of both at that time.
  runs int not null check (runs >= 0),
  withdrawn_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint conclusion_of_two check (before_id <> after_id),
  foreign key (project_id, team_id) references team (project_id, id),
  foreign key (project_id, protocol_id) references protocol (project_id, id) on delete cascade,
  foreign key (project_id, before_id) references iteration (project_id, id) on delete cascade,
  foreign key (project_id, after_id) references iteration (project_id, id) on delete cascade
);
create index conclusion_project on conclusion (project_id);
create index conclusion_protocol on conclusion (protocol_id);
create index conclusion_before on conclusion (before_id);
create index conclusion_after on conclusion (after_id);
select keep_history('conclusion');
