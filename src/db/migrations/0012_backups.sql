-- Each backup that was made by itself, and whether it could be put back and held what the database held (scripts/lib/backups.mjs).
create table backup (
  id bigint generated always as identity primary key,
  made_at timestamptz not null default clock_timestamp(),
  file text not null check (char_length(file) between 1 and 400),
  bytes bigint not null check (bytes >= 0),
  state text not null check (state in ('good', 'unchecked', 'bad')),
  note text not null default '' check (char_length(note) <= 400)
);
create index backup_good on backup (made_at desc) where state = 'good';
