-- Prices of one unit (a segment, or a message) from a day on, in ten-thousandths of the currency; '' stands for all
-- countries that have no row of their own.
create table price (
  channel text not null,
  country text not null,
  valid_from text not null,
  valid_until text,
  amount integer not null,
  primary key (channel, country, valid_from)
) without rowid;

-- A ledger with double entry: every row moves a sum from one account to another. Amounts in ten-thousandths.
create table credit_entry (
  seq integer primary key,
  at integer not null,
  kind text not null,
  from_account text not null,
  to_account text not null,
  amount integer not null check (amount > 0),
  channel text,
  message integer,             -- message.seq
  reference text unique,       -- of a payment, so that it is booked once
  note text,
  by text,
  check (from_account <> to_account)
);
create index credit_entry_by_time on credit_entry (at);
create index credit_entry_by_kind on credit_entry (kind, at);
create index credit_entry_by_message on credit_entry (message) where message is not null;
create trigger credit_entry_stays before update on credit_entry begin select raise(abort, 'the ledger is never edited'); end;
create trigger credit_entry_is_kept before delete on credit_entry begin select raise(abort, 'the ledger is never edited'); end;

-- Payments that were asked for and neither booked nor given up.
create table payment_pending (id text primary key, amount integer not null, note text, by text not null, at integer not null)
  without rowid;

-- What each account holds: the sums of the entries, kept as they are written. Empty while no credit is kept.
create table credit_account (name text primary key, amount integer not null) without rowid;
create trigger credit_entry_booked after insert on credit_entry begin
  update credit_account set amount = amount - new.amount where name = new.from_account;
  update credit_account set amount = amount + new.amount where name = new.to_account;
end;
-- What a day's messages cost, by channel and kind of entry; days since 1970-01-01 in UTC.
create table credit_day (day integer not null, channel text not null, kind text not null, amount integer not null, entries integer not null,
  primary key (day, channel, kind)) without rowid;
create trigger credit_spent after insert on credit_entry when new.to_account = 'spent' begin
  insert into credit_day values (new.at / 86400000, coalesce(new.channel, ''), new.kind, new.amount, 1)
    on conflict (day, channel, kind) do update set amount = amount + excluded.amount, entries = entries + 1;
end;

-- What is held for a message that hasn't left, in ten-thousandths.
alter table message add column held integer not null default 0;
create index message_held on message (held) where held > 0;

-- Messages that gateways took in a month (UTC), by channel; for limits by the month.
create table month_use (month text not null, channel text not null, messages integer not null, primary key (month, channel)) without rowid;
insert into month_use select strftime('%Y-%m', sent_at / 1000, 'unixepoch'), channel, count(*) from message
  where sent_at is not null group by 1, 2;

create trigger log_price_created after insert on price begin
  insert into noted_change values ('credit', 'Price of ' || new.channel, null,
    json_object('country', new.country, 'from', new.valid_from, 'until', new.valid_until, 'price', new.amount / 10000.0));
end;
create trigger log_price_changed after update on price begin
  insert into noted_change values ('credit', 'Price of ' || new.channel,
    json_object('country', old.country, 'from', old.valid_from, 'until', old.valid_until, 'price', old.amount / 10000.0),
    json_object('country', new.country, 'from', new.valid_from, 'until', new.valid_until, 'price', new.amount / 10000.0));
end;
create trigger log_price_deleted after delete on price begin
  insert into noted_change values ('credit', 'Price of ' || old.channel,
    json_object('country', old.country, 'from', old.valid_from, 'until', old.valid_until, 'price', old.amount / 10000.0), null);
end;
create trigger log_credit_created after insert on credit_entry when new.kind in ('top-up', 'correction') begin
  insert into noted_change values ('credit', new.kind, null,
    json_object('amount', new.amount / 10000.0, 'from', new.from_account, 'to', new.to_account, 'note', new.note));
end;
