-- What imports of carriers changed, so that each can be taken back.
create table carrier_import (
  id integer primary key,
  file_name text not null,
  at integer not null,
  changes text not null,          -- JSON: each carrier before (null where it was new) and after
  undone_at integer
);
