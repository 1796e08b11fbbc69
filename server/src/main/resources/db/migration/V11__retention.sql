-- What is older than it is to be is looked for every night.
create index arrival_by_time on arrival (received_at);
create index import_run_by_time on import_run (created_at);
create index feed_run_by_end on feed_run (ended_at);
create index message_text_by_time on message (sent_at) where text is not null;
create index wording_version_by_time on wording_version (at);
-- Documents that came in were kept here word for word, and nothing read them.
drop table fact;
