-- A shop of its own: where its calls come in, under which secrets (sealed), and how its documents are read.
create table shop (
  key text primary key,
  name text not null,
  path text not null unique,       -- the secret part of its webhook address
  signing_secret text not null,    -- sealed
  header_secret text not null,     -- sealed
  mapping text,                    -- null until somebody made one
  created_at integer not null
);

-- What came in at a shop's address, word for word. Kept before it is read, so that it can be read again.
create table arrival (
  id integer primary key,
  shop text not null references shop (key),
  webhook_id text,
  received_at integer not null,
  body text not null,
  state text not null,             -- new, read, partly, unread
  reason text,
  order_number text
);
create unique index arrival_once on arrival (shop, webhook_id) where webhook_id is not null;
create index arrival_by_state on arrival (shop, state, id);

-- A parcel that goes on with another carrier under another number is one parcel.
create table parcel_leg (
  carrier text not null,
  compact text not null,
  parcel_id integer not null references parcel (id),
  tracking_number text not null,
  since integer not null,
  primary key (carrier, compact)
) without rowid;
create index leg_by_parcel on parcel_leg (parcel_id);
create index leg_by_number on parcel_leg (compact);

alter table parcel add column last_scan_at integer;
update parcel set last_scan_at = (select max(at) from scan s where s.parcel_id = parcel.id and s.source = 'carrier');
create index parcel_quiet on parcel (last_scan_at) where stage in ('dispatched', 'in-transit', 'out-for-delivery', 'attempted', 'delayed', 'returning');
create index scan_unread on scan (carrier, code) where stage is null;
create index scan_waiting on scan (compact) where parcel_id is null;
create index order_without_contact on shop_order (placed_at) where email is null and phone is null;

update carrier set body = json_set(body, '$.inUse', json('true'), '$.formats', json('[]'));

-- Files and feeds that were loaded, in two steps: what it would do, and doing it.
drop table sheet_upload;
create table import_run (
  id text primary key,
  shop text not null,
  kind text not null,              -- orders, tracking, stages
  file_name text not null,
  source text not null,            -- upload, folder, address
  content blob,                    -- dropped when a week old
  read_as text not null,
  columns text not null,           -- column code to heading
  only_column text, only_value text,
  state text not null,             -- checking, ready, doing, done, stopped, failed
  total integer not null default 0,
  handled integer not null default 0,
  created integer not null default 0, changed integer not null default 0, unchanged integer not null default 0, refused integer not null default 0, left_out integer not null default 0,
  messages integer not null default 0,
  reason text,
  created_at integer not null,
  ended_at integer
);
create index import_run_latest on import_run (created_at);
create table import_row (
  run_id text not null references import_run (id) on delete cascade,
  line integer not null,
  verdict text not null,
  order_number text, name text,
  what text not null,
  reason text,
  cells text,                      -- of a refused row, to be given back
  messages integer not null,
  primary key (run_id, line)
) without rowid;
create table column_match (
  heading text primary key,        -- plain
  column_code text not null        -- empty: left alone
) without rowid;

-- Where files come from by themselves: a watched folder, or an address that is asked.
create table feed (
  id integer primary key,
  name text not null unique,
  kind text not null,              -- folder, address
  shop text not null,
  holds text not null,             -- orders, tracking, stages, iftsta, epcis
  carrier text,
  place text not null,             -- folder below the inbox, or address
  schedule text not null,          -- off, interval, daily
  at_time text, zone text,
  watch text not null,             -- interval, tries, limit
  live integer not null,
  next_at integer,
  last_hash text,
  created_at integer not null
);
create table feed_run (
  id integer primary key,
  feed_id integer not null references feed (id) on delete cascade,
  began_at integer not null,
  tries integer not null default 0,
  next_at integer,                 -- of the next try, while it goes on
  ended_at integer,
  ended_by text,
  summary text
);
create index feed_run_open on feed_run (next_at) where ended_at is null;
create index feed_run_by_feed on feed_run (feed_id, id);

-- A parcel whose carrier has to be asked.
create table carrier_watch (
  parcel_id integer not null references parcel (id) on delete cascade,
  carrier text not null,
  tracking_number text not null,
  began_at integer not null,
  tries integer not null default 0,
  next_at integer,
  ended_at integer,
  ended_by text,
  said text,
  primary key (parcel_id, carrier)
) without rowid;
create index carrier_watch_open on carrier_watch (next_at) where ended_at is null;

create table saved_view (
  id integer primary key,
  name text not null unique,
  query text not null
);

-- What was done by hand, so that it can be taken back while nothing was sent for it.
create table deed (
  id integer primary key,
  at integer not null,
  who text not null,
  what text not null,              -- in words
  steps text not null,             -- how to take it back
  undone_at integer
);

create virtual table order_search using fts5(words, content='', contentless_delete=1, tokenize="unicode61 remove_diacritics 2", prefix='2 3 4');
