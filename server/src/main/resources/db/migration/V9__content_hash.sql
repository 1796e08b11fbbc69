-- Requests that carry no ID are recognised by their content; those that came before have none.
alter table arrival add column content_hash text;
create index arrival_by_content on arrival (shop, content_hash, received_at) where content_hash is not null;
