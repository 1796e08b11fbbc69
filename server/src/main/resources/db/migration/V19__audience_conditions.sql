-- An audience was four lists, each of which had to hold; now it is a list of conditions of any kind.
update notice set body = json_set(body, '$.audience', json_object(
  'match', 'all',
  'conditions', json((
    select json_group_array(json_object('kind', c.kind, 'values', json(c.held), 'from', null, 'to', null))
    from (
      select 1 as place, 'payment' as kind, (
          select json_group_array(replace(lower(p.value), '_', '-'))
          from json_each(body, '$.audience.payments') p) as held
      union all select 2, 'country', json_extract(body, '$.audience.countries')
      union all select 3, 'carrier', json_extract(body, '$.audience.carriers')
      union all select 4, 'shop', json_extract(body, '$.audience.shops')
      order by place) c
    where json_array_length(coalesce(c.held, '[]')) > 0)),
  'groups', json('[]')));
