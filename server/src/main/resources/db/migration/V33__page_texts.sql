-- Texts of the customers' pages, in the form of a notice's; none while nobody wrote any.
create table page_text (
  id text primary key,
  body text not null
);
