-- Who of the team takes care of a reply.
alter table reply add column assigned_to text;
-- When somebody wrote last, and how often.
create index reply_by_sender on reply (channel, sender, received_at);
