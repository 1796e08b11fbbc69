-- Past orders run through a plan. Plans are kept whole, so that one order can be looked at again later.
create table rehearsal (
  id text primary key,
  title text not null,
  made_by text not null,
  made_at integer not null,
  period_from integer not null,
  period_to integer not null,
  plan text not null,
  other_plan text,             -- what it is compared with; null for nothing
  status text not null,        -- running, done, stopped, failed
  ended_at integer,
  orders_done integer not null default 0,
  orders_total integer not null default 0,
  figures text,
  other_figures text,
  differing integer not null default 0
);
create index rehearsal_by_age on rehearsal (made_at);

-- Orders whose customers would have been sent something else: the first few thousand.
create table rehearsal_difference (
  rehearsal_id text not null references rehearsal (id) on delete cascade,
  order_id integer not null references shop_order (id),
  found text not null,
  primary key (rehearsal_id, order_id)
) without rowid;
create index rehearsal_difference_by_order on rehearsal_difference (order_id);
