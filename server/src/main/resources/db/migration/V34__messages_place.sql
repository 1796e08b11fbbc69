-- What all messages of one kind have in common; rows are only ever added. 'sending' lasts a moment and counts as planned.
create table message_kind (
  id integer primary key,
  notice_id text not null, stage text not null, channel text not null, status text not null,
  reason_code text not null, shop text not null, country text not null, carrier text not null,
  language text not null, for_team integer not null,
  unique (notice_id, stage, channel, status, reason_code, shop, country, carrier, language, for_team)
);
-- How many messages of a kind belong to a day (UTC, days since 1970-01-01).
create table message_tally (
  day integer not null,
  kind integer not null,
  messages integer not null,
  primary key (day, kind)
) without rowid;
alter table message add column kind integer;
-- When it was sent, or else is due.
alter table message add column at integer generated always as (coalesce(sent_at, due_at)) virtual;

insert or ignore into message_kind
  (notice_id, stage, channel, status, reason_code, shop, country, carrier, language, for_team)
  select distinct m.notice_id, m.stage, m.channel, replace(m.status, 'sending', 'planned'),
  coalesce(m.reason_code, ''), o.shop, coalesce(o.country, ''), coalesce(p.carrier, ''), m.language, m.for_team
  from message m join shop_order o on o.id = m.order_id left join parcel p on p.id = m.parcel_id;
update message set kind = (select k.id from message_kind k
  cross join shop_order o on o.id = message.order_id left join parcel p on p.id = message.parcel_id
  where k.notice_id = message.notice_id and k.stage = message.stage and k.channel = message.channel
  and k.status = replace(message.status, 'sending', 'planned') and k.reason_code = coalesce(message.reason_code, '')
  and k.shop = o.shop and k.country = coalesce(o.country, '') and k.carrier = coalesce(p.carrier, '')
  and k.language = message.language and k.for_team = message.for_team);
insert into message_tally (day, kind, messages)
  select at / 86400000, kind, count(*) from message where kind is not null group by 1, 2;
create index message_by_kind on message (kind, at);
create index message_by_time on message (at, kind);

create trigger message_counted after insert on message begin
  insert or ignore into message_kind
    (notice_id, stage, channel, status, reason_code, shop, country, carrier, language, for_team)
    select new.notice_id, new.stage, new.channel, replace(new.status, 'sending', 'planned'),
    coalesce(new.reason_code, ''), o.shop, coalesce(o.country, ''),
    coalesce((select p.carrier from parcel p where p.id = new.parcel_id), ''), new.language, new.for_team
    from shop_order o where o.id = new.order_id;
  update message set kind = (select k.id from shop_order o cross join message_kind k
    where o.id = new.order_id and k.notice_id = new.notice_id and k.stage = new.stage and k.channel = new.channel
    and k.status = replace(new.status, 'sending', 'planned') and k.reason_code = coalesce(new.reason_code, '')
    and k.shop = o.shop and k.country = coalesce(o.country, '')
    and k.carrier = coalesce((select p.carrier from parcel p where p.id = new.parcel_id), '')
    and k.language = new.language and k.for_team = new.for_team) where seq = new.seq;
  insert into message_tally (day, kind, messages)
    select new.at / 86400000, m.kind, 1 from message m where m.seq = new.seq
    on conflict (day, kind) do update set messages = messages + 1;
end;

-- A kind that is set to null asks for it to be worked out again.
create trigger message_recounted
  after update of status, reason_code, language, sent_at, due_at, parcel_id, kind on message
  when new.kind is null or replace(old.status, 'sending', 'planned') <> replace(new.status, 'sending', 'planned')
  or old.reason_code is not new.reason_code or old.language <> new.language or old.at <> new.at
  or old.parcel_id is not new.parcel_id
begin
  update message_tally set messages = messages - 1 where day = old.at / 86400000 and kind = old.kind;
  insert or ignore into message_kind
    (notice_id, stage, channel, status, reason_code, shop, country, carrier, language, for_team)
    select new.notice_id, new.stage, new.channel, replace(new.status, 'sending', 'planned'),
    coalesce(new.reason_code, ''), o.shop, coalesce(o.country, ''),
    coalesce((select p.carrier from parcel p where p.id = new.parcel_id), ''), new.language, new.for_team
    from shop_order o where o.id = new.order_id;
  update message set kind = (select k.id from shop_order o cross join message_kind k
    where o.id = new.order_id and k.notice_id = new.notice_id and k.stage = new.stage and k.channel = new.channel
    and k.status = replace(new.status, 'sending', 'planned') and k.reason_code = coalesce(new.reason_code, '')
    and k.shop = o.shop and k.country = coalesce(o.country, '')
    and k.carrier = coalesce((select p.carrier from parcel p where p.id = new.parcel_id), '')
    and k.language = new.language and k.for_team = new.for_team) where seq = new.seq;
  insert into message_tally (day, kind, messages)
    select new.at / 86400000, m.kind, 1 from message m where m.seq = new.seq
    on conflict (day, kind) do update set messages = messages + 1;
end;

create trigger message_uncounted after delete on message begin
  update message_tally set messages = messages - 1 where day = old.at / 86400000 and kind = old.kind;
end;

create trigger message_of_moved_order after update of country on shop_order
  when old.country is not new.country
begin
  update message set kind = null where order_id = new.id;
end;
create trigger message_of_changed_parcel after update of carrier on parcel
  when old.carrier <> new.carrier
begin
  update message set kind = null where parcel_id = new.id;
end;

-- What happened to a message: attempts with the gateway's words, receipts, and what people did.
create table message_event (
  message integer not null,    -- message.seq
  n integer not null,          -- 1, 2, ...
  at integer not null,
  kind text not null,          -- accepted, refused, later, away, unsure, not-approved, delayed, relayed, delivered, read, failed,
                               -- complaint, again, cancelled, channel, settled
  said text,                   -- the other side's words
  by text,                     -- whoever did it, of what people do
  primary key (message, n)
) without rowid;

-- A customer's address that somebody corrected: kept while the shop goes on sending what it replaces.
create table contact_correction (
  order_id integer not null references shop_order (id),
  field text not null,         -- email, phone
  was text,
  now text,
  at integer not null,
  by text not null,
  primary key (order_id, field)
) without rowid;
