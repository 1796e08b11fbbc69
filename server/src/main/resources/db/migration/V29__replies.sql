-- What customers wrote back, in their own words.
create table reply (
  seq integer primary key,
  channel text not null,
  sender text not null,        -- the address it came from
  reference text,              -- the gateway's name for it, or null where it gives none
  received_at integer not null,
  text text not null,
  meaning text not null,       -- yes, no, stop, other
  order_id integer references shop_order (id),
  notice_id text,              -- of the question it answered
  handled_at integer,          -- null while it waits for a person
  handled_by text
);
create unique index reply_by_reference on reply (channel, reference) where reference is not null;
create index reply_waiting on reply (received_at) where handled_at is null;
create index reply_by_order on reply (order_id);
create index reply_by_age on reply (received_at);
