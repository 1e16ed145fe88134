-- A quantity can be read by several at once, as two stopwatches are: the value of the run is their mean, and what each read stays.
alter table quantity add column observers int not null default 1 check (observers between 1 and 4);
alter table reading add column observed jsonb
  check (jsonb_typeof(observed) = 'array' and jsonb_array_length(observed) between 2 and 4);
