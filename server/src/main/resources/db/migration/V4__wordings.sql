-- Every wording as it was saved; a body of null says that it was taken away.
create table wording_version (
  id integer primary key,
  notice_id text not null,
  channel text not null,
  language text not null,
  shop text, carrier text, country text,   -- the variant; null stands for any
  body text,
  at integer not null,
  saved_by text not null
);
create index wording_version_of on wording_version (notice_id, channel, language, id);

-- Blocks that are used in several e-mails.
create table saved_block (
  id text primary key,
  name text not null unique,
  body text not null,
  at integer not null
);

-- A chat wording as it was brought to the network; the newest approved one of a place is the one in use.
alter table chat_template add column notice_id text;
alter table chat_template add column place text;      -- language and variant
alter table chat_template add column wording text;
alter table chat_template add column submission text;  -- as the network gets it

-- The accounts at the gateways; credentials are sealed.
create table gateway_account (
  channel text primary key,
  body text not null,
  sealed text,
  changed_at integer not null,
  tested_at integer,
  tested_good integer,
  test_said text
);
