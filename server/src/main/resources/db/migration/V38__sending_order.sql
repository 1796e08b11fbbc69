-- Which messages leave first where many are due: 0 urgent, 1 as usual, 2 later.
alter table message add column priority integer not null default 1;
-- The domain of an e-mail address, or the whole of any other address.
alter table message add column receiver text
  generated always as (lower(substr(address, instr(address, '@') + 1))) virtual;
drop index message_due;
create index message_due on message (channel, priority, due_at, seq, notice_id, for_team, next_try_at, receiver)
  where status in ('planned', 'waiting');

-- A channel may have several accounts; the first has the channel's own code as its id.
alter table gateway_account rename column channel to id;
alter table gateway_account add column channel text not null default '';
update gateway_account set channel = id;
