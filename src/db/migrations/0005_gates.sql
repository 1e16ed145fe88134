-- Gates with what they wait for, shared machines with their bookings, sessions at a rig, and safety.

create extension if not exists btree_gist;

-- Safety ---------------------------------------------------------------------------------------------------------

-- Hazards of the project. What is said about one counts its own version: a team has read one of them.
create table hazard (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  cautions long_text not null check (cautions ~ '\S'),
  equipment text not null default '' check (char_length(equipment) <= 400),
  supervision text not null check (supervision in ('usual', 'in the room', 'beside', 'by an adult')),
  needs_training boolean not null default false,
  needs_reading boolean not null default false,
  text_version int not null default 1,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint hazard_name_key unique (project_id, name)
);

create table sign_off (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  account_id uuid not null,
  hazard_id uuid not null,
  signed_on date not null,
  signed_by short_text not null,
  valid_until date,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint sign_off_once unique (account_id, hazard_id),
  constraint sign_off_in_order check (valid_until >= signed_on),
  foreign key (project_id, account_id) references enrolment (project_id, account_id) on delete cascade,
  constraint hazard_has_sign_offs foreign key (project_id, hazard_id) references hazard (project_id, id)
);

-- A team has read what is said about a hazard.
create table acknowledgement (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  team_id uuid not null,
  hazard_id uuid not null,
  text_version int not null,
  read_by uuid references account,
  read_on date not null,
  constraint acknowledgement_once unique (team_id, hazard_id),
  foreign key (project_id, team_id) references team (project_id, id),
  foreign key (project_id, hazard_id) references hazard (project_id, id) on delete cascade
);

-- For instructors alone; in no export.
create table incident (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  kind text not null check (kind in ('incident', 'near miss')),
  happened_on date not null,
  place short_text not null,
  what long_text not null check (what ~ '\S'),
  done long_text not null default '',
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now()
);

-- Machines and rigs ----------------------------------------------------------------------------------------------

-- Open in every class meeting, from some minutes after its start to some before its end.
create table resource (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null,
  room text not null default '' check (char_length(room) <= 160),
  capacity int not null check (capacity between 1 and 20),
  use_minutes int not null check (use_minutes between 1 and 600),
  reset_minutes int not null check (reset_minutes between 0 and 120),
  opens_after int not null default 0 check (opens_after between 0 and 600),
  closes_before int not null default 0 check (closes_before between 0 and 600),
  supervision text not null check (supervision in ('usual', 'in the room', 'beside', 'by an adult')),
  cuts boolean not null default false,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint resource_name_key unique (project_id, name)
);

create table closure (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  resource_id uuid not null,
  first_day date not null,
  last_day date not null,
  reason short_text not null,
  constraint closure_in_order check (first_day <= last_day),
  foreign key (project_id, resource_id) references resource (project_id, id) on delete cascade
);

-- A team asks for a machine, and then has a slot of it. A slot lasts until the machine is reset.
create table booking (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  resource_id uuid not null,
  team_id uuid not null,
  operator_id uuid references account,
  material text not null default 'none' check (material in ('none', 'trial', 'final')),
  purpose text not null default '' check (char_length(purpose) <= 160),
  state text not null check (state in ('asked', 'booked', 'running', 'done', 'missed', 'cancelled')),
  day date,
  start text check (start ~ '^([01]\d|2[0-3]):[0-5]\d$'),
  minutes int check (minutes between 1 and 600),
  station int check (station >= 1),
  during tstzrange,
  asked_at timestamptz not null,
  started_at timestamptz,
  ended_at timestamptz,
  held_for text not null default '',
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint booking_has_slot check (state in ('asked', 'cancelled') or
    (day is not null and start is not null and minutes is not null and station is not null and during is not null)),
  constraint booking_apart exclude using gist (resource_id with =, station with =, during with &&)
    where (state in ('booked', 'running', 'done')),
  constraint resource_has_bookings foreign key (project_id, resource_id) references resource (project_id, id),
  foreign key (project_id, team_id) references team (project_id, id)
);
create index booking_project on booking (project_id, day);

-- What a booking occupies: from its start until the machine is reset; what ends early ends early.
create function booking_span() returns trigger language plpgsql as $$
declare
  reset interval := (select reset_minutes from resource where id = new.resource_id) * interval '1 minute';
  zone text := (select time_zone from project where id = new.project_id);
  begins timestamptz := (new.day + new.start::time) at time zone zone;
  ends timestamptz := begins + new.minutes * interval '1 minute';
begin
  if new.started_at is not null and new.ended_at < ends then
    ends := greatest(new.ended_at, begins + interval '1 minute');
  end if;
  new.during := tstzrange(begins, ends + reset);
  if begins is null or ends is null then
    new.during := null;
  end if;
  return new;
end $$;
create trigger booking_span before insert or update on booking for each row execute function booking_span();

-- What names a hazard: a stage, a machine, a protocol, or a material of the kit by its name.
create table hazard_use (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  hazard_id uuid not null,
  stage_id uuid,
  resource_id uuid,
  protocol_id uuid,
  material short_text,
  constraint hazard_use_of_one check (num_nonnulls(stage_id, resource_id, protocol_id, material) = 1),
  constraint hazard_use_once unique nulls not distinct (hazard_id, stage_id, resource_id, protocol_id, material),
  foreign key (project_id, hazard_id) references hazard (project_id, id) on delete cascade,
  foreign key (project_id, stage_id) references stage (project_id, id) on delete cascade,
  foreign key (project_id, resource_id) references resource (project_id, id) on delete cascade,
  foreign key (project_id, protocol_id) references protocol (project_id, id) on delete cascade
);
create index hazard_use_project on hazard_use (project_id);

-- A session at a rig. The list of teams is frozen when it is made; a drawn order waits for its announced seed.
create table test_session (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  section_id uuid not null,
  event_id uuid not null,
  resource_id uuid,
  day date not null,
  start text not null check (start ~ '^([01]\d|2[0-3]):[0-5]\d$'),
  minutes int not null check (minutes between 1 and 1440),
  attempts int not null check (attempts between 1 and 20),
  minutes_per_attempt double precision not null check (minutes_per_attempt > 0 and minutes_per_attempt <= 600),
  reset_minutes double precision not null check (reset_minutes between 0 and 120),
  rest_minutes double precision not null check (rest_minutes between 0 and 600),
  stations int not null check (stations between 1 and 20),
  drawn boolean not null,
  seed short_text,
  teams jsonb not null check (jsonb_typeof(teams) = 'array'),
  begun_at timestamptz,
  ended_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint session_of_draw_has_seed check (begun_at is null or not drawn or seed is not null),
  constraint session_begun_before_it_ended check (ended_at is null or begun_at is not null),
  foreign key (project_id, section_id) references section (project_id, id),
  foreign key (project_id, event_id) references event (project_id, id) on delete cascade,
  constraint resource_has_sessions foreign key (project_id, resource_id) references resource (project_id, id)
);

create table session_run (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  session_id uuid not null,
  team_id uuid not null,
  attempt int not null check (attempt >= 1),
  started_at timestamptz,
  ended_at timestamptz,
  skipped boolean not null default false,
  held_for text not null default '',
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint session_run_once unique (session_id, team_id, attempt),
  foreign key (project_id, session_id) references test_session (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id)
);

-- Gates ----------------------------------------------------------------------------------------------------------

create table gate (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  name short_text not null,
  stage_id uuid not null,
  position int not null default 0,
  guards_building boolean not null default false,
  guards_final boolean not null default false,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  constraint gate_name_key unique (project_id, name),
  constraint stage_has_gate foreign key (project_id, stage_id) references stage (project_id, id)
);

create table gate_item (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  gate_id uuid not null,
  position int not null,
  kind text not null check (kind in ('requirements', 'stage', 'runs', 'checks', 'musts', 'sign-offs', 'signed')),
  text short_text not null,
  count int not null default 1 check (count between 1 and 200),
  stage_id uuid,
  signer text check (signer in ('instructor', 'member', 'anybody')),
  unique (project_id, id),
  constraint gate_item_is_whole check ((kind = 'stage') = (stage_id is not null) and (kind = 'signed') = (signer is not null)),
  foreign key (project_id, gate_id) references gate (project_id, id) on delete cascade,
  constraint stage_is_asked_for foreign key (project_id, stage_id) references stage (project_id, id)
);

create table gate_signature (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  item_id uuid not null,
  team_id uuid not null,
  signed_by uuid references account,
  by_name short_text not null,
  signed_on date not null,
  note text not null default '' check (char_length(note) <= 400),
  constraint gate_signature_once unique (item_id, team_id, signed_by),
  foreign key (project_id, item_id) references gate_item (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id)
);

-- What the instructor decided about a gate for a team, beside what its items say. Conditions are actions of this decision.
create table gate_decision (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  gate_id uuid not null,
  team_id uuid not null,
  kind text not null check (kind in ('conditions', 'override', 'held')),
  reason long_text not null,
  by_name short_text not null,
  decided_on date not null,
  version int not null default 1,
  updated_at timestamptz not null default now(),
  constraint gate_decision_once unique (gate_id, team_id),
  constraint gate_decision_has_reason check (kind = 'conditions' or reason ~ '\S'),
  foreign key (project_id, gate_id) references gate (project_id, id) on delete cascade,
  foreign key (project_id, team_id) references team (project_id, id)
);

-- Who made an iteration; who else has checked it; what held it when it was built or run all the same.
alter table iteration
  add column maker_id uuid references account,
  add column held_for text not null default '';
alter table trial add column held_for text not null default '';

create table iteration_check (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  iteration_id uuid not null,
  checked_by uuid references account,
  by_name short_text not null,
  checked_on date not null,
  note text not null default '' check (char_length(note) <= 400),
  constraint iteration_check_once unique (iteration_id, checked_by),
  foreign key (project_id, iteration_id) references iteration (project_id, id) on delete cascade
);

create function checked_by_another() returns trigger language plpgsql as $$
begin
  if tg_table_name = 'iteration_check' then
    perform 1 from iteration where id = new.iteration_id and maker_id = new.checked_by;
  else
    perform 1 from iteration_check where iteration_id = new.id and checked_by = new.maker_id;
  end if;
  if found then
    raise exception 'the maker can''t check' using errcode = '23514', constraint = 'checked_by_another';
  end if;
  return new;
end $$;
create trigger checked_by_another before insert or update on iteration_check for each row execute function checked_by_another();
create trigger checked_by_another before update of maker_id on iteration for each row execute function checked_by_another();

do $$
declare
  name text;
begin
  foreach name in array array['hazard', 'sign_off', 'acknowledgement', 'incident', 'resource', 'closure', 'booking', 'hazard_use',
    'test_session', 'session_run', 'gate', 'gate_item', 'gate_signature', 'gate_decision', 'iteration_check'] loop
    execute format('create trigger record_history after insert or update or delete on %I for each row execute function record_history()', name);
    if exists (select from information_schema.columns where table_schema = current_schema() and table_name = name and column_name = 'version') then
      execute format('create trigger count_version before update on %I for each row execute function count_version()', name);
    end if;
  end loop;
end $$;
