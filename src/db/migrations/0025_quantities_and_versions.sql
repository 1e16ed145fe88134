-- A protocol measures several quantities; one that is derived names the others by their symbols.
alter table quantity add column symbol text not null default '' check (symbol ~ '^([A-Za-z][A-Za-z0-9_]{0,159})?$');
alter table protocol
  add column roles long_text not null default '',
  add column runs_wanted int check (runs_wanted between 1 and 99),
  add column current_version int not null default 1 check (current_version >= 1),
  -- Since when students see how the whole class stands by it.
  add column board_released_at timestamptz;

-- What a protocol asked for before it changed. A run keeps the version it was made under.
create table protocol_version (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  protocol_id uuid not null,
  number int not null check (number >= 1),
  conditions jsonb not null check (jsonb_typeof(conditions) = 'array'),
  created_at timestamptz not null default clock_timestamp(),
  constraint protocol_version_number_key unique (protocol_id, number),
  foreign key (project_id, protocol_id) references protocol (project_id, id) on delete cascade
);
create index protocol_version_project on protocol_version (project_id);
select keep_history('protocol_version');

alter table run
  add column protocol_version int not null default 1 check (protocol_version >= 1),
  -- Why it is left out of what is worked out of the runs; empty for one that counts.
  add column left_out long_text not null default '',
  add column witness text not null default '' check (char_length(witness) <= 160);

create function what_conditions_ask(conditions jsonb) returns jsonb language sql immutable as $$
  select coalesce(jsonb_agg(one - 'tolerance' order by one ->> 'name'), '[]') from jsonb_array_elements(conditions) one
$$;

-- Whoever changes what a protocol asks for, by its form, by the history or by an import: runs made before stay with their version. One
-- that asks for the same as an earlier version is that version again.
create function protocol_counts_versions() returns trigger language plpgsql as $$
declare
  earlier int;
begin
  if what_conditions_ask(new.conditions) = what_conditions_ask(old.conditions) then
    new.current_version := old.current_version;
    return new;
  end if;
  if not exists (select from run where project_id = old.project_id and protocol_id = old.id and protocol_version = old.current_version and stands) then
    new.current_version := old.current_version;
    return new;
  end if;
  insert into protocol_version (project_id, protocol_id, number, conditions)
  values (old.project_id, old.id, old.current_version, old.conditions) on conflict do nothing;
  select number into earlier from protocol_version
  where protocol_id = old.id and what_conditions_ask(conditions) = what_conditions_ask(new.conditions) order by number desc limit 1;
  new.current_version := coalesce(earlier, (select max(number) + 1 from protocol_version where protocol_id = old.id));
  return new;
end $$;
create trigger protocol_counts_versions before update of conditions on protocol for each row execute function protocol_counts_versions();

-- What a team concludes is of one quantity: the first of the protocol where none is named.
alter table conclusion add column quantity_id uuid,
  add constraint conclusion_quantity foreign key (project_id, protocol_id, quantity_id) references quantity (project_id, protocol_id, id);
create index conclusion_quantity on conclusion (quantity_id) where quantity_id is not null;
