-- A slip can also be opened by a short code that is typed, where no camera is at hand.
alter table sign_in_slip add column code_hash bytea unique;
