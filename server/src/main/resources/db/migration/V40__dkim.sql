-- Keys that sign mail of a domain; the private part is sealed. Signs once the public part was seen in DNS.
create table dkim_key (
  domain text primary key,
  selector text not null,
  private_key text not null,
  public_key text not null,    -- SubjectPublicKeyInfo, Base64
  live integer not null,
  created_at integer not null
);
create trigger log_dkim_key_created after insert on dkim_key begin
  insert into noted_change values ('dkim', new.domain, null, json_object('domain', new.domain, 'selector', new.selector, 'signs', new.live));
end;
create trigger log_dkim_key_changed after update of selector, live on dkim_key begin
  insert into noted_change values ('dkim', new.domain, json_object('selector', old.selector, 'signs', old.live),
    json_object('selector', new.selector, 'signs', new.live));
end;
create trigger log_dkim_key_deleted after delete on dkim_key begin
  insert into noted_change values ('dkim', old.domain, json_object('domain', old.domain, 'selector', old.selector, 'signs', old.live), null);
end;
