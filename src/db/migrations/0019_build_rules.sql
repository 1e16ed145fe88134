-- What a course asks of the designs: so many iterations of each team or each member, that the first one makes a team official,
-- and from which day on students change none any more. A gate can ask for the numbers, too.
create table build_rule (
  id uuid primary key default gen_random_uuid(),
  project_id uuid not null references project on delete cascade,
  least_team int check (least_team between 1 and 99),
  least_member int check (least_member between 1 and 99),
  makes_official boolean not null default false,
  frozen_from date,
  version int not null default 1,
  created_at timestamptz not null default clock_timestamp(),
  updated_at timestamptz not null default now(),
  constraint build_rule_once unique (project_id)
);
select keep_history('build_rule');

alter table gate_item drop constraint gate_item_kind_check,
  add constraint gate_item_kind_check
    check (kind in ('requirements', 'stage', 'runs', 'iterations', 'each member', 'checks', 'musts', 'sign-offs', 'signed'));
