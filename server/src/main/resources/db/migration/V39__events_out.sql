-- Who is told of what happens, by a signed call; secrets are sealed. The one before holds for a while beside a new one.
create table event_subscriber (
  id text primary key,
  name text not null,
  url text not null,
  kinds text not null,         -- JSON list of stage, message, answer
  live integer not null,
  secret text not null,
  secret_before text,
  before_until integer,
  cursor integer not null,     -- the last event that was tried
  failures integer not null default 0, -- in a row
  next_at integer,             -- not called before
  created_at integer not null
);
-- What happened, in the order it was written; kept for replays.
create table event_log (
  seq integer primary key autoincrement,
  at integer not null,
  kind text not null,
  order_id integer not null,
  parcel_id integer,
  detail text not null
);
create index event_log_by_time on event_log (at);
-- What became of each call.
create table event_delivery (
  subscriber text not null references event_subscriber (id) on delete cascade,
  seq integer not null,
  at integer not null,
  attempts integer not null,
  state text not null,         -- taken, waiting or failed
  said text,
  next_at integer,
  primary key (subscriber, seq)
) without rowid;
create index event_delivery_due on event_delivery (subscriber, next_at) where next_at is not null;
create index event_delivery_by_time on event_delivery (at);

create trigger event_of_stage after insert on stage_reached when exists (select 1 from event_subscriber) begin
  insert into event_log (at, kind, order_id, parcel_id, detail) values (new.known_at, 'stage', new.order_id, new.parcel_id,
    json_object('stage', new.stage, 'occasion', new.occasion, 'at', new.at));
end;
create trigger event_of_message after update of status on message
  when old.status <> new.status and not new.for_team
  and new.status in ('accepted', 'delivered', 'read', 'failed', 'unsure', 'withheld', 'cancelled')
  and exists (select 1 from event_subscriber)
begin
  insert into event_log (at, kind, order_id, parcel_id, detail) values (
    coalesce(new.read_at, new.delivered_at, new.sent_at, new.claimed_at, new.planned_at), 'message', new.order_id, new.parcel_id,
    json_object('id', new.id, 'notice', new.notice_id, 'channel', new.channel, 'status', new.status, 'reasonCode', new.reason_code));
end;
create trigger event_of_answer after insert on answer when exists (select 1 from event_subscriber) begin
  insert into event_log (at, kind, order_id, parcel_id, detail) values (new.at, 'answer', new.order_id, null,
    json_object('notice', new.notice_id, 'button', new.button, 'label', new.label, 'via', new.via));
end;

create trigger log_event_subscriber_created after insert on event_subscriber begin
  insert into noted_change values ('subscriber', new.name, null,
    json_object('name', new.name, 'address', new.url, 'kinds', json(new.kinds), 'on', new.live));
end;
create trigger log_event_subscriber_changed after update of name, url, kinds, live on event_subscriber begin
  insert into noted_change values ('subscriber', new.name,
    json_object('name', old.name, 'address', old.url, 'kinds', json(old.kinds), 'on', old.live),
    json_object('name', new.name, 'address', new.url, 'kinds', json(new.kinds), 'on', new.live));
end;
create trigger log_event_subscriber_secret after update of secret on event_subscriber when old.secret is not new.secret begin
  insert into noted_change values ('subscriber', new.name, json_object('secret', 'the one before'), json_object('secret', 'a new one'));
end;
create trigger log_event_subscriber_deleted after delete on event_subscriber begin
  insert into noted_change values ('subscriber', old.name,
    json_object('name', old.name, 'address', old.url, 'kinds', json(old.kinds), 'on', old.live), null);
end;
