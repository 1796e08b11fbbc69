-- How many messages a customer was sent on a day at most, when a rehearsal was begun; null for no limit.
alter table rehearsal add column daily_limit integer;
