-- A tag that a notice took off stays as a row: the shop's next document must not bring it back, and a rehearsal sees that
-- it was there.
alter table order_tag add column removed_at integer;
drop index order_tag_by_tag;
create index order_tag_by_tag on order_tag (tag) where removed_at is null;
