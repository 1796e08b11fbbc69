-- Messages to the team now also are copies of what customers were sent; neither tells a customer anything.
drop trigger message_sent;
drop trigger message_tried;
drop trigger message_rated;
drop index message_due;
alter table message drop column is_trial;
alter table message add column for_team integer
  generated always as (occasion like 'trial/%' or occasion like 'copy/%') virtual;

create trigger message_sent after update of sent_at on message
  when old.sent_at is null and new.sent_at is not null and not new.for_team
begin
  insert into notice_sent (notice_id, channel, day, n, segments)
    values (new.notice_id, new.channel, new.sent_at / 86400000, 1, new.segments)
    on conflict (notice_id, channel, day) do update set n = n + 1,
    segments = nullif(max(coalesce(segments, 0), coalesce(excluded.segments, 0)), 0);
end;
create trigger message_tried after update of sent_at on message
  when old.sent_at is null and new.sent_at is not null and new.occasion like 'trial/%'
begin
  insert into notice_trial (notice_id, channel, at) values (new.notice_id, new.channel, new.sent_at)
    on conflict (notice_id, channel) do update set at = excluded.at;
end;
create trigger message_rated after update of sent_at on message
  when old.sent_at is null and new.sent_at is not null and not new.for_team
begin
  insert into notice_rate (notice_id, slot, n) values (new.notice_id, new.sent_at / 600000, 1)
    on conflict (notice_id, slot) do update set n = n + 1;
end;
create index message_due on message (channel, due_at, notice_id, for_team, next_try_at)
  where status in ('planned', 'waiting');
