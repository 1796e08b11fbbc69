-- Calls to a shop's address that were not let in, by reason; nothing of what they brought.
create table refused_call (
  shop text not null references shop (key),
  reason text not null,
  calls integer not null,
  first_at integer not null,
  last_at integer not null,
  primary key (shop, reason)
);
create index refused_call_by_age on refused_call (last_at);
