-- Until an event is open for a section every run is practice. From then on runs at its rig are attempts, entered by whoever leads or
-- assists and by the officials named for the event; only they correct or withdraw one, with a reason that the team sees.
create table event_opening (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  event_id uuid not null,
  section_id uuid not null,
  opens_at timestamptz not null,
  closes_at timestamptz,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint event_opening_key unique (event_id, section_id),
  constraint event_opening_closes_later check (closes_at >= opens_at),
  foreign key (project_id, event_id) references event (project_id, id) on delete cascade,
  foreign key (project_id, section_id) references section (project_id, id) on delete cascade
);
create index event_opening_project on event_opening (project_id);

create table official (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  event_id uuid not null,
  account_id uuid not null references account on delete cascade,
  constraint official_once unique (event_id, account_id),
  foreign key (project_id, event_id) references event (project_id, id) on delete cascade
);
create index official_project on official (project_id);

-- What was changed of an attempt, as both sides read it.
create table correction (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  team_id uuid not null,
  run_id uuid not null,
  event_name short_text not null,
  attempt int not null check (attempt >= 1),
  kind text not null check (kind in ('corrected', 'withdrawn', 'counted')),
  was text not null check (char_length(was) <= 400),
  became text not null check (char_length(became) <= 400),
  reason long_text not null check (reason ~ '\S'),
  by_name short_text not null,
  made_at timestamptz not null,
  foreign key (project_id, run_id) references run (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id)
);
create index correction_project on correction (project_id, made_at);
create index correction_run on correction (run_id);

-- Events that have attempts are open where those were made: nobody is stopped in the middle.
insert into event_opening (project_id, event_id, section_id, opens_at)
select a.project_id, a.event_id, t.section_id, min(r.run_at)
from attempt a join run r on r.id = a.run_id join team t on t.id = a.team_id where a.stands
group by a.project_id, a.event_id, t.section_id;

select keep_history('event_opening');
select keep_history('official');
select keep_history('correction');

-- A link for somebody without an account who enters the attempts of one event, or of all.
alter table access_link drop constraint access_link_purpose_check,
  add constraint access_link_purpose_check check (purpose in ('client', 'judge', 'board', 'substitute', 'feed', 'official')),
  add column event_id uuid,
  add foreign key (project_id, event_id) references event (project_id, id) on delete cascade;
create index access_link_event on access_link (event_id) where event_id is not null;

-- An event can be set aside without being removed: students don't see it, and the standings leave it out.
alter table event add column hidden boolean not null default false;
