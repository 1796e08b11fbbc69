-- Notices that somebody sent to themselves, by channel, and when last.
create table notice_trial (
  notice_id text not null,
  channel text not null,
  at integer not null,
  primary key (notice_id, channel)
) without rowid;
