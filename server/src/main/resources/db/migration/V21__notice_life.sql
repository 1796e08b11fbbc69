-- Messages of a notice on trial go to the team: they tell no customer anything and count for nobody.
alter table message add column is_trial integer generated always as (occasion like 'trial/%') virtual;

drop trigger message_sent;
create trigger message_sent after update of sent_at on message
  when old.sent_at is null and new.sent_at is not null and not new.is_trial
begin
  insert into notice_sent (notice_id, channel, day, n, segments)
    values (new.notice_id, new.channel, new.sent_at / 86400000, 1, new.segments)
    on conflict (notice_id, channel, day) do update set n = n + 1,
    segments = nullif(max(coalesce(segments, 0), coalesce(excluded.segments, 0)), 0);
end;
create trigger message_tried after update of sent_at on message
  when old.sent_at is null and new.sent_at is not null and new.is_trial
begin
  insert into notice_trial (notice_id, channel, at) values (new.notice_id, new.channel, new.sent_at)
    on conflict (notice_id, channel) do update set at = excluded.at;
end;

-- Every change of a notice's rule; its texts have versions of their own. Null where it was deleted.
create table notice_version (
  id integer primary key,
  notice_id text not null,
  body text,
  at integer not null,
  saved_by text not null
);
create index notice_version_of on notice_version (notice_id, id);
insert into notice_version (notice_id, body, at, saved_by)
  select id, json_remove(json_set(body, '$.wordings', json('{}')), '$.others'), updated_at, ''
  from notice order by position;

-- Which notice a rehearsal was of, and its rule as it was then.
alter table rehearsal add column notice_id text;
alter table rehearsal add column notice_version text;
create index rehearsal_of_notice on rehearsal (notice_id, notice_version) where notice_id is not null;
