-- What a stage asks for can be there already: its hand-in is then ticked by itself.
alter table stage
  add column evidence text not null default '' check (evidence in ('', 'runs', 'concepts')),
  add column evidence_count int not null default 1 check (evidence_count between 1 and 50);
