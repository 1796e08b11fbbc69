-- Until when messages about an order wait, so that what was done by hand can be undone.
alter table shop_order add column held_until integer;
-- Stages that somebody marked on an order without a tracking number; there are few.
create index order_mark on stage_reached (stage, order_id)
  where parcel_id is null and stage not in ('ordered', 'cancelled', 'refunded');
-- What a person should look at, counted beside the list of orders.
create index order_no_contact on shop_order (placed_at, id) where email is null and phone is null;
create index answer_refuses on answer (order_id) where refuses = 1;
