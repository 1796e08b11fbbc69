-- Orders of a rehearsal that came in a file and are no orders here. Their ids begin where those of orders never get.
create table rehearsal_order (
  rehearsal_id text not null references rehearsal (id) on delete cascade,
  order_id integer not null,
  shop text not null,
  number text not null,
  story text not null,
  primary key (rehearsal_id, order_id)
) without rowid;
create index rehearsal_order_by_number on rehearsal_order (shop, number);
alter table rehearsal add column file_name text;

-- A difference may be one of theirs.
create table difference_of_any (
  rehearsal_id text not null references rehearsal (id) on delete cascade,
  order_id integer not null,
  found text not null,
  primary key (rehearsal_id, order_id)
) without rowid;
insert into difference_of_any select rehearsal_id, order_id, found from rehearsal_difference;
drop table rehearsal_difference;
alter table difference_of_any rename to rehearsal_difference;
create index rehearsal_difference_by_order on rehearsal_difference (order_id);
