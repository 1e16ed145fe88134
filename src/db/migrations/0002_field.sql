-- Entry in the field: what a device sent and what it was answered, slips to sign in with, pictures, and telling
-- everybody who looks that something changed.

-- Devices: sessions of one phone belong together, so that a lost phone can be shut out as a whole. A shared phone is
-- handed over between its members without signing out.
alter table session
  add column device_id uuid,
  add column device text not null default '' check (char_length(device) <= 60),
  add column shared boolean not null default false;
create index session_device on session (device_id) where revoked_at is null;

create table sign_in_slip (
  id uuid primary key default gen_random_uuid(),
  token_hash bytea not null unique,
  project_id uuid not null,
  account_id uuid not null,
  expires_at timestamptz not null,
  used_at timestamptz,
  made_at timestamptz not null default clock_timestamp(),
  foreign key (project_id, account_id) references enrolment (project_id, account_id) on delete cascade
);
create index sign_in_slip_account on sign_in_slip (account_id) where used_at is null;

-- Every entry that came through an outbox, written in the transaction of what it entered: a repeat finds it here and gets
-- the same answer. made_at is the device's time corrected by the server's clock.
create table entry (
  id uuid primary key,
  project_id uuid not null references project on delete cascade,
  owner_id uuid not null,
  door text not null,
  body_hash bytea not null,
  answer jsonb,
  made_at timestamptz not null,
  received_at timestamptz not null default clock_timestamp()
);
create index entry_owner on entry (owner_id);

alter table attachment
  add column bytes_count int not null default 0 check (bytes_count >= 0),
  add column width int,
  add column height int,
  add column made_at timestamptz,
  add column removed_at timestamptz,
  add column version int not null default 1,
  add column updated_at timestamptz not null default now();
create trigger count_version before update on attachment for each row execute function count_version();

-- A person who was erased: the name is gone everywhere, the work stays with the team.
alter table account add column erased_at timestamptz;

create index audit_actor on audit (actor_id, at) where actor_id is not null;

-- As before, but the note that wakes listeners says which kind of thing changed, and how.
create or replace function record_history() returns trigger language plpgsql as $$
declare
  actor jsonb := nullif(current_setting('ironstone.actor', true), '')::jsonb;
  was jsonb := case when tg_op = 'INSERT' then null else to_jsonb(old) - 'password_hash' - 'token_hash' - 'bytes' - 'thumbnail' end;
  now_is jsonb := case when tg_op = 'DELETE' then null else to_jsonb(new) - 'password_hash' - 'token_hash' - 'bytes' - 'thumbnail' end;
  entry jsonb := coalesce(now_is, was);
  project uuid := case when tg_table_name = 'project' then (entry ->> 'id')::uuid else (entry ->> 'project_id')::uuid end;
begin
  if actor is null then
    raise exception 'a write to % names no actor', tg_table_name;
  end if;
  if tg_op = 'UPDATE' and to_jsonb(old) - 'version' - 'updated_at' = to_jsonb(new) - 'version' - 'updated_at' then
    return null;
  end if;
  insert into audit (project_id, team_id, actor_kind, actor_id, actor_name, act, object_kind, object_id, before, after)
  values (project, (entry ->> 'team_id')::uuid, actor ->> 'kind', (actor ->> 'id')::uuid, actor ->> 'name', actor ->> 'act',
    tg_table_name, coalesce(entry ->> 'id', entry ->> 'account_id', entry ->> 'project_id'), was, now_is);
  if project is not null then
    perform pg_notify('ironstone', project::text || ' ' || tg_table_name || ' ' || lower(tg_op));
  end if;
  return null;
end $$;

-- A session that ends, ends what it listens to.
create function tell_session_end() returns trigger language plpgsql as $$
begin
  perform pg_notify('ironstone', old.account_id::text || ' session update');
  return null;
end $$;
create trigger tell_session_end after update of revoked_at on session for each row
  when (old.revoked_at is null and new.revoked_at is not null) execute function tell_session_end();
