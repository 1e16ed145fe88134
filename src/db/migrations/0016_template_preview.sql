-- What a template holds, in words, for who chooses one; kept when it is made.
alter table template add column preview jsonb check (jsonb_typeof(preview) = 'object');
