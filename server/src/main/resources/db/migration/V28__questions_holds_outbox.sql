-- What a customer wrote with an answer.
alter table answer add column text text;

-- Orders about which nothing is sent until somebody releases them.
create table order_hold (
  order_id integer primary key references shop_order (id),
  since integer not null,
  reason text not null
);

-- Every question that was sent, once for an order, until it was answered or ended.
create table question_asked (
  order_id integer not null references shop_order (id),
  notice_id text not null,
  message_seq integer not null,
  asked_at integer not null,
  end_stage text,              -- the stage that ends it, or null
  stage_at integer,            -- when the order came there
  reminded_at integer,
  next_at integer,             -- when it has to be looked at next
  ended_at integer,
  outcome text,                -- answered, nothing, tag, hold, answer
  primary key (order_id, notice_id)
) without rowid;
create index question_due on question_asked (next_at) where ended_at is null and next_at is not null;
create index question_waits_for_stage on question_asked (order_id, end_stage)
  where ended_at is null and stage_at is null and end_stage is not null;

-- What is told to others than customers: tried until it was taken, or too often.
create table outbox (
  seq integer primary key,
  id text not null unique,
  kind text not null,
  target text,                 -- the shop that is called; null for the team
  order_id integer references shop_order (id),
  title text not null,
  body text not null,
  created_at integer not null,
  attempts integer not null default 0,
  next_at integer,             -- null where it has ended
  last_at integer,
  taken integer not null default 0,
  said text                    -- what the other side said last
);
create index outbox_due on outbox (kind, next_at) where next_at is not null;
create index outbox_by_target on outbox (kind, target, seq);
create index outbox_by_order on outbox (order_id);
create index outbox_by_age on outbox (created_at) where next_at is null;

-- Where a shop wants to be called; the secret is sealed.
create table shop_call_target (
  shop text primary key,
  url text not null,
  secret text not null,
  changed_at integer not null
);
