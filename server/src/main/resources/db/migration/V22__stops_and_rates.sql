-- What is not to be sent for now: all, channel/<code>, or notice/<id>. Due messages wait until somebody goes on or drops
-- them.
create table sending_stop (
  scope text primary key,
  since integer not null,
  stopped_by text not null,    -- empty where it stopped by itself
  reason text                  -- why, where nobody did it
);

-- How many messages to customers each notice sent in each ten minutes (since 1970-01-01), counted as they are sent.
create table notice_rate (
  notice_id text not null,
  slot integer not null,
  n integer not null,
  primary key (notice_id, slot)
) without rowid;
create index notice_rate_by_age on notice_rate (slot);
create trigger message_rated after update of sent_at on message
  when old.sent_at is null and new.sent_at is not null and not new.is_trial
begin
  insert into notice_rate (notice_id, slot, n) values (new.notice_id, new.sent_at / 600000, 1)
    on conflict (notice_id, slot) do update set n = n + 1;
end;
insert into notice_rate (notice_id, slot, n)
  select notice_id, sent_at / 600000, count(*) from message where sent_at is not null and not is_trial
  and sent_at > (select coalesce(max(sent_at), 0) from message) - 60 * 86400000 group by 1, 2;

-- With all that is asked of due messages: many of them may have to be passed by while a notice is stopped.
drop index message_due;
create index message_due on message (channel, due_at, notice_id, is_trial, next_try_at)
  where status in ('planned', 'waiting');
