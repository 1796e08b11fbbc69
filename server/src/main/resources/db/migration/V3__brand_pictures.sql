-- Pictures that mails and pages show, named by a hash of their content.
create table picture (
  name text primary key,
  png blob not null,
  width integer not null,
  height integer not null,
  at integer not null
);
