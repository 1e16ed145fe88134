-- An iteration can exist several times: copies, each of which can break and be repaired between runs. A run belongs to a copy, and
-- says at which settings it was made; a setting is chosen at the run and makes no new iteration.
create table specimen (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  iteration_id uuid not null,
  number int not null check (number between 1 and 99),
  created_at timestamptz not null default clock_timestamp(),
  constraint specimen_number_key unique (iteration_id, number),
  unique (project_id, id),
  unique (project_id, iteration_id, id),
  foreign key (project_id, iteration_id) references iteration (project_id, id) on delete cascade
);
create index specimen_project on specimen (project_id);

-- What happened to a copy, and when: it broke, or it was repaired.
create table specimen_note (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  specimen_id uuid not null,
  kind text not null check (kind in ('broke', 'repaired')),
  what text not null check (char_length(what) between 1 and 400 and what ~ '\S'),
  happened_at timestamptz not null default now(),
  created_at timestamptz not null default clock_timestamp(),
  foreign key (project_id, specimen_id) references specimen (project_id, id) on delete cascade
);
create index specimen_note_project on specimen_note (project_id);
create index specimen_note_specimen on specimen_note (specimen_id, happened_at);

alter table run
  add column specimen_id uuid,
  add column settings jsonb not null default '{}' check (jsonb_typeof(settings) = 'object'),
  add constraint run_specimen foreign key (project_id, iteration_id, specimen_id) references specimen (project_id, iteration_id, id);
create index run_specimen on run (specimen_id) where specimen_id is not null;
alter table protocol add column settings jsonb not null default '[]' check (jsonb_typeof(settings) = 'array');

select keep_history('specimen');
select keep_history('specimen_note');
