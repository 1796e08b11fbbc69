-- Addresses that nothing is sent to. Only a keyed hash is kept, so that an erased customer's address stands nowhere.
create table stop_entry (
  address_hash text primary key,   -- HMAC-SHA256 of channel and address
  channel text not null,
  reason text not null,            -- erased, asked
  at integer not null
) without rowid;
create table stop_list_key (key blob not null);
insert into stop_list_key (key) values (randomblob(32));

-- When the customer's data was erased; the order itself stays, as numbers.
alter table shop_order add column erased_at integer;
create index order_by_email on shop_order (lower(email)) where email is not null;
create index order_by_phone on shop_order (phone) where phone is not null;
create index arrival_by_order on arrival (shop, order_number) where order_number is not null;
