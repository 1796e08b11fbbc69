-- Times are milliseconds since 1970-01-01T00:00Z; lists and whole documents are JSON.
create table fact (
  id integer primary key,
  kind text not null,          -- order, parcel, scans, sheet, chat-event
  source text not null,        -- api, spreadsheet, hand, chat
  received_at integer not null,
  body text not null
);

create table shop_order (
  id integer primary key,
  shop text not null,
  number text not null,
  placed_at integer not null,
  name text, email text, phone text, country text,
  payment text not null,
  stage text not null,         -- follows from the parcels; may be partly-dispatched, partly-delivered
  ended text,                  -- cancelled, refunded
  body text not null,          -- the whole order
  source text not null,
  updated_at integer not null,
  unique (shop, number)
);
create index order_by_placed on shop_order (placed_at desc, id desc);
create index order_by_stage on shop_order (stage, placed_at desc);

create table order_tag (
  order_id integer not null references shop_order (id),
  tag text not null,
  at integer not null,
  source text not null,
  primary key (order_id, tag)
) without rowid;

create table order_note (
  id integer primary key,
  order_id integer not null references shop_order (id),
  at integer not null,
  text text not null
);
create index note_by_order on order_note (order_id);

create table parcel (
  id integer primary key,
  order_id integer not null references shop_order (id),
  carrier text not null,
  tracking_number text not null,
  compact text not null,       -- the number without spaces and hyphens, upper case
  items text not null,
  stage text not null,
  stage_at integer not null,   -- when it came to stand there
  source text not null,
  created_at integer not null,
  unique (carrier, compact)
);
create index parcel_by_stage on parcel (stage, stage_at);
create index parcel_by_order on parcel (order_id);
create index parcel_by_number on parcel (compact);

create table scan (
  id integer primary key,
  carrier text not null,
  compact text not null,
  parcel_id integer references parcel (id),
  code text, text text,
  at integer not null,
  day text not null,           -- calendar day where it happened
  place text,
  stage text,                  -- null while nothing reads the code
  late integer not null default 0,
  source text not null,        -- carrier, or who reported the stage: api, spreadsheet, hand
  received_at integer not null
);
create unique index scan_once on scan (carrier, compact, at, coalesce(code, ''), coalesce(text, ''), coalesce(place, ''));
create index scan_by_parcel on scan (parcel_id);

create table stage_reached (
  id integer primary key,
  order_id integer not null references shop_order (id),
  parcel_id integer references parcel (id),
  stage text not null,
  occasion text not null,
  at integer not null,
  known_at integer not null,
  implied integer not null
);
create unique index reached_once on stage_reached (order_id, coalesce(parcel_id, 0), stage, occasion);
create index reached_by_parcel on stage_reached (parcel_id);

create table notice (
  id text primary key,
  position integer not null,
  body text not null,
  updated_at integer not null
);

create table message (
  seq integer primary key autoincrement,
  id text not null unique,     -- handed to the gateway as its stable id
  notice_id text not null,
  order_id integer not null references shop_order (id),
  parcel text not null,        -- tracking number, or empty for the order as a whole
  parcel_id integer references parcel (id),
  occasion text not null,
  stage text not null,
  channel text not null,
  address text,
  language text not null,
  status text not null,
  reason_code text,
  reason text,
  stand_by text not null,      -- channels to try if this one does not work
  planned_at integer not null,
  due_at integer not null,
  next_try_at integer,
  attempt integer not null default 0,
  claimed_at integer,
  sent_at integer,
  delivered_at integer,
  read_at integer,
  gateway_ref text,
  subject text, text text, html text,
  question text,               -- the buttons as they were sent
  segments integer,
  cost text, cost_currency text,
  unique (notice_id, order_id, parcel, occasion, channel)
);
create index message_due on message (channel, due_at) where status in ('planned', 'waiting');
create index message_sending on message (status) where status = 'sending';
create index message_by_order on message (order_id);
create index message_by_ref on message (channel, gateway_ref) where gateway_ref is not null;

create table receipt (
  id integer primary key,
  channel text not null,
  gateway_ref text not null,
  status text not null,
  detail text,
  at integer not null,
  applied integer not null default 0
);
create index receipt_by_ref on receipt (channel, gateway_ref) where applied = 0;

create table answer (
  id integer primary key,
  order_id integer not null references shop_order (id),
  notice_id text not null,
  message_id text not null,
  button text not null,
  label text not null,
  refuses integer not null,
  via text not null,
  at integer not null,
  unique (order_id, notice_id)
);

create table carrier (
  key text primary key,
  body text not null
);

create table chat_template (
  name text primary key,
  status text not null,
  reason text,
  at integer not null
);

create table account (
  id integer primary key,
  name text not null unique,
  password_hash text not null,
  created_at integer not null
);

create table api_key (
  id integer primary key,
  name text not null,
  key_hash text not null unique,
  created_at integer not null
);

create table setting (
  name text primary key,
  value text not null
);

create table sheet_upload (
  id text primary key,
  shop text not null,
  file_name text not null,
  content blob not null,
  uploaded_at integer not null,
  applied_at integer
);
