-- What customers send back, each under the number on its label.
create table customer_return (
  id integer primary key,
  order_id integer not null references shop_order (id),
  parcel_id integer references parcel (id) on delete set null, -- the one most of it came in
  carrier text not null,
  number text not null,
  compact text not null,
  items text not null,         -- JSON: the place of each in the order, its name, its quantity
  reason text not null,
  note text,
  requested_at integer not null,
  scanned_at integer,          -- by the carrier first
  arrived_at integer,          -- back here, as the carrier says
  received_at integer,         -- back here, as somebody of the team says
  received_by text,
  cancelled_at integer
);
create unique index customer_return_number on customer_return (carrier, compact);
create index customer_return_compact on customer_return (compact);
create index customer_return_by_order on customer_return (order_id);
create index customer_return_by_parcel on customer_return (parcel_id);
create index customer_return_waiting on customer_return (requested_at) where received_at is null and cancelled_at is null;
create index customer_return_by_age on customer_return (requested_at);

-- How many numbers of a kind were printed.
create table return_number (kind text primary key, used integer not null);

alter table scan add column return_id integer references customer_return (id);
create index scan_by_return on scan (return_id) where return_id is not null;
