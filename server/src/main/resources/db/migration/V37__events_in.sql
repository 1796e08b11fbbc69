-- Events that came in, by what names them: a second delivery does nothing.
create table event_seen (source text not null, id text not null, at integer not null, primary key (source, id)) without rowid;
create index event_seen_by_time on event_seen (at);
