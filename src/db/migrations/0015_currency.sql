-- What a project counts money in; every cost in it carries this unit.
alter table project add column currency text not null default 'credits' check (char_length(currency) between 1 and 12);
