-- A device on which the account was signed in before has wrong tries of its own.
alter table sign_in_attempt add column known_device uuid;
