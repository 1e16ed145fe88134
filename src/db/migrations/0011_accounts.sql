-- A shared device is a group of sessions that the server names when somebody joins a live one in the same browser. It ends
-- with the lesson; a cookie that a device sends says nothing about who shares it.
alter table session
  add column group_id uuid,
  add column shared_until timestamptz,
  add constraint session_group_ends check ((group_id is null) = (shared_until is null));
alter table session drop column shared;
create index session_group on session (group_id) where group_id is not null;

-- A student number names somebody within the projects of those who lead them; two schools may give the same one.
drop index account_student_number_key;
create index account_student_number on account (student_number) where student_number is not null;

-- Who leads a project: its owner, those who lead it beside, and who records but does not grade or decide.
alter table project_instructor
  add column role text not null default 'owner' check (role in ('owner', 'co-instructor', 'assistant'));
