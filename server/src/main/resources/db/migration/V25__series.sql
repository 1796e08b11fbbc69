-- Notices counted from one moment. Which notices are in it stands in them.
create table series (
  id text primary key,
  position integer not null,
  body text not null,
  updated_at integer not null
);
create trigger series_added after insert on series begin update plan_mark set mark = random(); end;
create trigger series_changed after update on series begin update plan_mark set mark = random(); end;
create trigger series_removed after delete on series begin update plan_mark set mark = random(); end;

-- Orders that somebody took out of one.
create table series_exit (
  order_id integer not null references shop_order (id) on delete cascade,
  series_id text not null,
  at integer not null,
  left_by text not null,
  primary key (order_id, series_id)
) without rowid;

-- Notices that follow an answer ask who gave it lately.
create index answer_given on answer (notice_id, at);

-- A customer's next order is the first after one, however many there are.
drop index order_by_email;
create index order_by_email on shop_order (lower(email), placed_at) where email is not null;
drop index order_by_phone;
create index order_by_phone on shop_order (phone, placed_at) where phone is not null;
