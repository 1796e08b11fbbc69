-- Keys are told apart by their beginning, which is no secret, and by when they were last used.
alter table api_key add column prefix text;
alter table api_key add column last_used_at integer;
