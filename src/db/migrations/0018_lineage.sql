-- A team's design is a series. An iteration comes from none, one or several earlier ones, its team's own or others' released
-- ones; what was changed in it is kept change by change, with what is claimed of it; and features are things of their own.
alter table iteration
  add column kind text not null default 'prototype'
    check (kind in ('proof of concept', 'mock-up', 'trial material', 'prototype', 'final')),
  add column expects text not null default '' check (char_length(expects) <= 400),
  add column good long_text not null default '',
  add column bad long_text not null default '',
  drop constraint iteration_state_check,
  alter column state set default 'ready to test';
update iteration set state = 'ready to test' where state = 'built';
alter table iteration add constraint iteration_state_check
  check (state in ('planned', 'building', 'ready to test', 'tested', 'broken', 'retired'));

create table iteration_parent (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  iteration_id uuid not null,
  parent_id uuid not null,
  position int not null default 1 check (position between 1 and 20),
  constraint iteration_parent_once unique (iteration_id, parent_id),
  constraint iteration_not_its_parent check (parent_id <> iteration_id),
  foreign key (project_id, iteration_id) references iteration (project_id, id) on delete cascade,
  foreign key (project_id, parent_id) references iteration (project_id, id)
);
create index iteration_parent_project on iteration_parent (project_id);
create index iteration_parent_parent on iteration_parent (parent_id);
insert into iteration_parent (project_id, iteration_id, parent_id)
  select project_id, id, parent_id from iteration where parent_id is not null;
alter table iteration drop column parent_id;

create table feature (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  name short_text not null check (name ~ '\S'),
  requirement_id uuid,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  unique (project_id, id),
  foreign key (project_id, requirement_id) references requirement (project_id, id) on delete set null (requirement_id)
);
create unique index feature_name_key on feature (project_id, lower(name));
create index feature_requirement on feature (requirement_id) where requirement_id is not null;

create table iteration_change (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null,
  iteration_id uuid not null,
  position int not null check (position between 1 and 40),
  kind text not null check (kind in ('parameter', 'added', 'removed', 'kept', 'taken over', 'material', 'joint', 'other')),
  -- The design parameter, material or joint; of a feature its own name stands there.
  what text not null default '' check (char_length(what) <= 160),
  feature_id uuid,
  -- The iteration of another team that a feature was taken over from.
  source_id uuid,
  before text not null default '' check (char_length(before) <= 80),
  after text not null default '' check (char_length(after) <= 80),
  before_value finite_number,
  after_value finite_number,
  unit text check (char_length(unit) <= 20),
  claim text check (claim in ('lighter', 'cheaper', 'smaller', 'weaker', 'heavier', 'dearer', 'larger', 'stronger', 'stiffer', 'faster', 'slower')),
  claim_parameter_id uuid,
  constraint change_names_something check ((feature_id is not null) = (kind in ('added', 'removed', 'kept', 'taken over'))
    and (feature_id is not null or what ~ '\S')),
  constraint change_has_its_unit check ((kind = 'parameter' and after_value is not null) = (unit is not null)),
  constraint claim_has_its_figure check ((claim is null) = (claim_parameter_id is null)),
  foreign key (project_id, iteration_id) references iteration (project_id, id) on delete cascade,
  foreign key (project_id, feature_id) references feature (project_id, id),
  foreign key (project_id, source_id) references iteration (project_id, id) on delete set null (source_id),
  foreign key (project_id, claim_parameter_id) references parameter (project_id, id)
);
create index iteration_change_project on iteration_change (project_id);
create index iteration_change_iteration on iteration_change (iteration_id, position);
create index iteration_change_feature on iteration_change (feature_id) where feature_id is not null;
create index iteration_change_source on iteration_change (source_id) where source_id is not null;
create index iteration_change_parameter on iteration_change (claim_parameter_id) where claim_parameter_id is not null;

select keep_history('iteration_parent');
select keep_history('feature');
select keep_history('iteration_change');
