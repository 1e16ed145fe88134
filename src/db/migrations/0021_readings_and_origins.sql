-- What is measured on an iteration can be the mean of several readings; a length can be one of the three axes of its size; what a
-- course measures beyond its requirements are parameters, too. An iteration, and a feature, can come from a chosen concept or from
-- a design of an earlier season; and of each change the team can say who made it.
alter table measurement add column readings jsonb check (jsonb_typeof(readings) = 'array' and jsonb_array_length(readings) between 2 and 20);
alter table parameter
  add column axis text check (axis in ('length', 'width', 'height')),
  add constraint parameter_axis_key unique (project_id, axis),
  add constraint parameter_axis_is_length check (axis is null or dimension = 'length');

alter table benchmark add constraint benchmark_in_project unique (project_id, id);
alter table iteration
  add column concept_id uuid,
  add column benchmark_id uuid,
  add constraint iteration_concept foreign key (project_id, concept_id) references concept (project_id, id) on delete set null (concept_id),
  add constraint iteration_benchmark foreign key (project_id, benchmark_id) references benchmark (project_id, id)
    on delete set null (benchmark_id);
create index iteration_concept on iteration (concept_id) where concept_id is not null;
create index iteration_benchmark on iteration (benchmark_id) where benchmark_id is not null;

alter table feature
  add column concept_id uuid,
  add constraint feature_concept foreign key (project_id, concept_id) references concept (project_id, id) on delete set null (concept_id);
create index feature_concept on feature (concept_id) where concept_id is not null;

alter table iteration_change
  add column maker_id uuid references account,
  -- The design of an earlier season that a feature was taken over from.
  add column benchmark_id uuid,
  add constraint change_has_one_source check (source_id is null or benchmark_id is null),
  add constraint change_benchmark foreign key (project_id, benchmark_id) references benchmark (project_id, id)
    on delete set null (benchmark_id);
create index iteration_change_maker on iteration_change (maker_id) where maker_id is not null;
create index iteration_change_benchmark on iteration_change (benchmark_id) where benchmark_id is not null;
