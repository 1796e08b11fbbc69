-- What the main pages ask for, so that they don't read tables from end to end.
create index order_open on shop_order (stage, id) where ended is null;
create index order_ended on shop_order (ended, id) where ended is not null;
create index order_by_country on shop_order (country, placed_at desc, id desc);
create index order_by_shop on shop_order (shop, placed_at desc, id desc);
create index order_by_number on shop_order (number);
create index order_tag_by_tag on order_tag (tag);
create index parcel_standing on parcel (stage, stage_at, order_id);
drop index parcel_by_stage;
create index reached_by_stage on stage_reached (stage, at);
-- Also for the foreign key, which is looked for when a parcel is taken off its order.
create index message_by_parcel on message (parcel_id);
create index message_by_status on message (status, seq);
create index message_by_planned on message (planned_at);

-- How many messages each notice sent over each channel, by day (UTC, days since 1970-01-01), counted as they are sent.
create table notice_sent (
  notice_id text not null,
  channel text not null,
  day integer not null,
  n integer not null,
  segments integer,                -- of the longest, where the channel counts them
  primary key (notice_id, channel, day)
) without rowid;
insert into notice_sent (notice_id, channel, day, n, segments)
  select notice_id, channel, sent_at / 86400000, count(*), max(segments) from message where sent_at is not null
  group by 1, 2, 3;
create trigger message_sent after update of sent_at on message when old.sent_at is null and new.sent_at is not null
begin
  insert into notice_sent (notice_id, channel, day, n, segments)
    values (new.notice_id, new.channel, new.sent_at / 86400000, 1, new.segments)
    on conflict (notice_id, channel, day) do update set n = n + 1,
    segments = nullif(max(coalesce(segments, 0), coalesce(excluded.segments, 0)), 0);
end;
