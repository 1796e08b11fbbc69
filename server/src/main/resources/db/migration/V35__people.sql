-- People: what each may do, how they get in, and who changed what.
alter table account add column email text;
alter table account add column role text not null default 'owner';
-- The secret of the second sign-in step, encrypted; null where there is none.
alter table account add column second_step text;
alter table account add column second_step_used integer;
alter table account add column signed_in_at integer;
create unique index account_by_email on account (lower(email)) where email is not null;

create table recovery_code (
  account_id integer not null references account on delete cascade,
  code_hash text not null,
  primary key (account_id, code_hash)
) without rowid;

-- Links by mail: invitations (with a role) and password resets (of an account). Of the token only a hash is kept.
create table account_link (
  token_hash text primary key,
  email text not null,
  role text,
  account_id integer references account on delete cascade,
  made_by text,
  made_at integer not null,
  expires_at integer not null,
  used_at integer
) without rowid;

alter table api_key add column rights text not null default 'all';
alter table api_key add column account text;

-- The person whose work the open transaction does; null where the program works by itself.
create table acting (id integer primary key check (id = 1), name text, at integer);
insert into acting (id) values (1);

create table change_log (
  seq integer primary key,
  at integer not null,
  by text not null,
  area text not null,
  subject text not null,
  action text not null,
  before text,
  after text
);
create index change_log_by_area on change_log (area, seq);
create trigger change_log_stays before update on change_log begin select raise(abort, 'the change log is never edited'); end;
create trigger change_log_is_kept before delete on change_log begin select raise(abort, 'the change log is never edited'); end;

-- Takes a document before and after, and keeps the values in which they differ, if a person changed it.
create view noted_change as select '' as area, '' as subject, '' as was, '' as becomes where false;
create trigger change_noted instead of insert on noted_change
when new.was is not new.becomes and (select name from acting) is not null begin
  insert into change_log (at, by, area, subject, action, before, after)
  select at, name, new.area, new.subject,
    case when new.was is null then 'created' when new.becomes is null then 'deleted' else 'changed' end,
    case when new.was is null then null else (select json_group_object(substr(fullkey, 3), case type when 'true' then json('true') when 'false' then json('false') else atom end) from
      (select fullkey, type, atom from json_tree(new.was) where atom is not null
       except select fullkey, type, atom from json_tree(new.becomes))) end,
    case when new.becomes is null then null else (select json_group_object(substr(fullkey, 3), case type when 'true' then json('true') when 'false' then json('false') else atom end) from
      (select fullkey, type, atom from json_tree(new.becomes) where atom is not null
       except select fullkey, type, atom from json_tree(new.was))) end
  from acting;
end;

create trigger log_carrier_created after insert on carrier begin
  insert into noted_change values ('carrier', coalesce(json_extract(new.body, '$.name'), new.key), null, new.body);
end;
create trigger log_carrier_changed after update on carrier begin
  insert into noted_change values ('carrier', coalesce(json_extract(new.body, '$.name'), new.key), old.body, new.body);
end;
create trigger log_carrier_deleted after delete on carrier begin
  insert into noted_change values ('carrier', coalesce(json_extract(old.body, '$.name'), old.key), old.body, null);
end;

create trigger log_notice_created after insert on notice begin
  insert into noted_change values ('notice', coalesce(json_extract(new.body, '$.name'), new.id), null, new.body);
end;
create trigger log_notice_changed after update of body on notice begin
  insert into noted_change values ('notice', coalesce(json_extract(new.body, '$.name'), new.id), old.body, new.body);
end;
create trigger log_notice_deleted after delete on notice begin
  insert into noted_change values ('notice', coalesce(json_extract(old.body, '$.name'), old.id), old.body, null);
end;

create trigger log_series_created after insert on series begin
  insert into noted_change values ('series', coalesce(json_extract(new.body, '$.name'), new.id), null, new.body);
end;
create trigger log_series_changed after update of body on series begin
  insert into noted_change values ('series', coalesce(json_extract(new.body, '$.name'), new.id), old.body, new.body);
end;
create trigger log_series_deleted after delete on series begin
  insert into noted_change values ('series', coalesce(json_extract(old.body, '$.name'), old.id), old.body, null);
end;

create trigger log_page_text_created after insert on page_text begin
  insert into noted_change values ('page', new.id, null, new.body);
end;
create trigger log_page_text_changed after update on page_text begin
  insert into noted_change values ('page', new.id, old.body, new.body);
end;
create trigger log_page_text_deleted after delete on page_text begin
  insert into noted_change values ('page', old.id, old.body, null);
end;

create trigger log_shop_created after insert on shop begin
  insert into noted_change values ('shop', new.name, null, json_object('name', new.name, 'address', case when new.path is null then null else 'set' end, 'signingSecret', case when new.signing_secret is null then null else 'set' end, 'headerSecret', case when new.header_secret is null then null else 'set' end, 'mapping', json(new.mapping)));
end;
create trigger log_shop_changed after update on shop begin
  insert into noted_change values ('shop', new.name, json_object('name', old.name, 'address', case when old.path is null then null when old.path is new.path then 'set' else 'the one before' end, 'signingSecret', case when old.signing_secret is null then null when old.signing_secret is new.signing_secret then 'set' else 'the one before' end, 'headerSecret', case when old.header_secret is null then null when old.header_secret is new.header_secret then 'set' else 'the one before' end, 'mapping', json(old.mapping)), json_object('name', new.name, 'address', case when new.path is null then null when new.path is old.path then 'set' else 'the new one' end, 'signingSecret', case when new.signing_secret is null then null when new.signing_secret is old.signing_secret then 'set' else 'the new one' end, 'headerSecret', case when new.header_secret is null then null when new.header_secret is old.header_secret then 'set' else 'the new one' end, 'mapping', json(new.mapping)));
end;
create trigger log_shop_deleted after delete on shop begin
  insert into noted_change values ('shop', old.name, json_object('name', old.name, 'address', case when old.path is null then null else 'set' end, 'signingSecret', case when old.signing_secret is null then null else 'set' end, 'headerSecret', case when old.header_secret is null then null else 'set' end, 'mapping', json(old.mapping)), null);
end;

create trigger log_feed_created after insert on feed begin
  insert into noted_change values ('feed', new.name, null, json_object('name', new.name, 'kind', new.kind, 'shop', new.shop, 'holds', new.holds, 'carrier', new.carrier, 'schedule', new.schedule, 'time', new.at_time, 'zone', new.zone, 'on', new.live));
end;
create trigger log_feed_changed after update of name, kind, shop, holds, carrier, schedule, at_time, zone, live on feed begin
  insert into noted_change values ('feed', new.name, json_object('name', old.name, 'kind', old.kind, 'shop', old.shop, 'holds', old.holds, 'carrier', old.carrier, 'schedule', old.schedule, 'time', old.at_time, 'zone', old.zone, 'on', old.live), json_object('name', new.name, 'kind', new.kind, 'shop', new.shop, 'holds', new.holds, 'carrier', new.carrier, 'schedule', new.schedule, 'time', new.at_time, 'zone', new.zone, 'on', new.live));
end;
create trigger log_feed_deleted after delete on feed begin
  insert into noted_change values ('feed', old.name, json_object('name', old.name, 'kind', old.kind, 'shop', old.shop, 'holds', old.holds, 'carrier', old.carrier, 'schedule', old.schedule, 'time', old.at_time, 'zone', old.zone, 'on', old.live), null);
end;

create trigger log_gateway_account_created after insert on gateway_account begin
  insert into noted_change values ('gateway', new.channel, null, new.body);
end;
create trigger log_gateway_account_changed after update of body on gateway_account begin
  insert into noted_change values ('gateway', new.channel, old.body, new.body);
end;
create trigger log_gateway_account_deleted after delete on gateway_account begin
  insert into noted_change values ('gateway', old.channel, old.body, null);
end;

create trigger log_shop_call_target_created after insert on shop_call_target begin
  insert into noted_change values ('shop', new.shop, null, json_object('callsTo', new.url));
end;
create trigger log_shop_call_target_changed after update on shop_call_target begin
  insert into noted_change values ('shop', new.shop, json_object('callsTo', old.url), json_object('callsTo', new.url));
end;
create trigger log_shop_call_target_deleted after delete on shop_call_target begin
  insert into noted_change values ('shop', old.shop, json_object('callsTo', old.url), null);
end;

create trigger log_sending_stop_created after insert on sending_stop begin
  insert into noted_change values ('sending', new.scope, null, json_object('stopped', new.reason));
end;
create trigger log_sending_stop_changed after update on sending_stop begin
  insert into noted_change values ('sending', new.scope, json_object('stopped', old.reason), json_object('stopped', new.reason));
end;
create trigger log_sending_stop_deleted after delete on sending_stop begin
  insert into noted_change values ('sending', old.scope, json_object('stopped', old.reason), null);
end;

create trigger log_status_word_created after insert on status_word begin
  insert into noted_change values ('import', new.word, null, json_object('stage', new.stage));
end;
create trigger log_status_word_changed after update on status_word begin
  insert into noted_change values ('import', new.word, json_object('stage', old.stage), json_object('stage', new.stage));
end;
create trigger log_status_word_deleted after delete on status_word begin
  insert into noted_change values ('import', old.word, json_object('stage', old.stage), null);
end;

create trigger log_column_match_created after insert on column_match begin
  insert into noted_change values ('import', new.heading, null, json_object('column', new.column_code));
end;
create trigger log_column_match_changed after update on column_match begin
  insert into noted_change values ('import', new.heading, json_object('column', old.column_code), json_object('column', new.column_code));
end;
create trigger log_column_match_deleted after delete on column_match begin
  insert into noted_change values ('import', old.heading, json_object('column', old.column_code), null);
end;

create trigger log_saved_block_created after insert on saved_block begin
  insert into noted_change values ('wording', new.name, null, new.body);
end;
create trigger log_saved_block_changed after update on saved_block begin
  insert into noted_change values ('wording', new.name, old.body, new.body);
end;
create trigger log_saved_block_deleted after delete on saved_block begin
  insert into noted_change values ('wording', old.name, old.body, null);
end;

create trigger log_stop_entry_created after insert on stop_entry begin
  insert into noted_change values ('stop-list', new.channel, null, json_object('reason', new.reason));
end;
create trigger log_stop_entry_changed after update on stop_entry begin
  insert into noted_change values ('stop-list', new.channel, json_object('reason', old.reason), json_object('reason', new.reason));
end;
create trigger log_stop_entry_deleted after delete on stop_entry begin
  insert into noted_change values ('stop-list', old.channel, json_object('reason', old.reason), null);
end;

create trigger log_account_created after insert on account begin
  insert into noted_change values ('account', new.name, null, json_object('name', new.name, 'email', new.email, 'role', new.role));
end;
create trigger log_account_changed after update of name, email, role on account begin
  insert into noted_change values ('account', new.name, json_object('name', old.name, 'email', old.email, 'role', old.role), json_object('name', new.name, 'email', new.email, 'role', new.role));
end;
create trigger log_account_deleted after delete on account begin
  insert into noted_change values ('account', old.name, json_object('name', old.name, 'email', old.email, 'role', old.role), null);
end;

create trigger log_api_key_created after insert on api_key begin
  insert into noted_change values ('api-key', new.name, null, json_object('name', new.name, 'rights', new.rights));
end;
create trigger log_api_key_changed after update of name, rights on api_key begin
  insert into noted_change values ('api-key', new.name, json_object('name', old.name, 'rights', old.rights), json_object('name', new.name, 'rights', new.rights));
end;
create trigger log_api_key_deleted after delete on api_key begin
  insert into noted_change values ('api-key', old.name, json_object('name', old.name, 'rights', old.rights), null);
end;

create trigger log_account_password_changed after update of password_hash on account
when old.password_hash is not new.password_hash begin
  insert into noted_change values ('account', new.name, json_object('password', 'the one before'), json_object('password', 'the new one'));
end;
create trigger log_account_second_step_changed after update of second_step on account
when old.second_step is not new.second_step begin
  insert into noted_change values ('account', new.name,
    json_object('secondStep', case when old.second_step is null then 'off' else 'on' end),
    json_object('secondStep', case when new.second_step is null then 'off' when old.second_step is null then 'on' else 'renewed' end));
end;
create trigger log_shop_call_secret_changed after update of secret on shop_call_target when old.secret is not new.secret begin
  insert into noted_change values ('shop', new.shop, json_object('secretOfCalls', 'the one before'), json_object('secretOfCalls', 'the new one'));
end;
create trigger log_gateway_secrets_changed after update of sealed on gateway_account when old.sealed is not new.sealed begin
  insert into noted_change values ('gateway', new.channel, json_object('secrets', 'those before'), json_object('secrets', 'entered again'));
end;
create trigger log_feed_place_changed after update of place on feed when old.place is not new.place begin
  insert into noted_change values ('feed', new.name, json_object('place', 'the one before'), json_object('place', 'another one'));
end;

create trigger log_account_link_created after insert on account_link when new.role is not null begin
  insert into noted_change values ('invitation', new.email, null, json_object('role', new.role));
end;
create trigger log_account_link_deleted after delete on account_link when old.role is not null and old.used_at is null begin
  insert into noted_change values ('invitation', old.email, json_object('role', old.role), null);
end;

-- Of the settings those that people make.
create trigger log_setting_created after insert on setting when (new.name in ('brand', 'brand.proven', 'team.addresses', 'public-address', 'daily.limit', 'flood.limit', 'shop.messages', 'carrier.default') or new.name glob 'brand.shop.*' or new.name glob 'credit.*') begin
  insert into noted_change values ('setting', new.name, null, case when json_valid(new.value) and json_type(new.value) = 'object' then new.value else json_object('value', new.value) end);
end;
create trigger log_setting_changed after update on setting when (new.name in ('brand', 'brand.proven', 'team.addresses', 'public-address', 'daily.limit', 'flood.limit', 'shop.messages', 'carrier.default') or new.name glob 'brand.shop.*' or new.name glob 'credit.*') begin
  insert into noted_change values ('setting', new.name, case when json_valid(old.value) and json_type(old.value) = 'object' then old.value else json_object('value', old.value) end, case when json_valid(new.value) and json_type(new.value) = 'object' then new.value else json_object('value', new.value) end);
end;
