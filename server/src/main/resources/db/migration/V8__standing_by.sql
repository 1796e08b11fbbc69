-- Messages for which another channel stands by, while it isn't known that they arrived.
create index message_standing_by on message (coalesce(sent_at, due_at))
  where stand_by <> '[]' and status in ('accepted', 'waiting') and (gateway_ref is not null or reason_code = 'NOT_APPROVED');

-- What went wrong is looked for among all that went well.
create index message_troubled on message (status, order_id) where status in ('waiting', 'unsure', 'failed', 'withheld');
