-- What a word in the status column of sheets means, as a person said; a null stage says that it means nothing.
create table status_word (
  word text primary key,
  stage text
) without rowid;

-- Words of a file's status column that aren't a stage's own, with the number of their rows.
alter table import_run add column status_words text;
