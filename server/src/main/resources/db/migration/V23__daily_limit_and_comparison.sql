-- How many messages a customer was sent on a day at most, when a rehearsal was begun; null for no limit.
alter table rehearsal add column daily_limit integer;

-- What a rehearsal is compared with: the plan that is live when it begins, or what was really sent; null for nothing.
alter table rehearsal add column compared_with text;
update rehearsal set compared_with = 'live' where other_plan is not null;
