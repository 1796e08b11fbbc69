-- Questions from before they were followed: those that were answered, and those that nobody answered yet,
-- which can be answered for 30 days.
insert into question_asked (order_id, notice_id, message_seq, asked_at, next_at, ended_at, outcome)
select m.order_id, m.notice_id, min(m.seq), min(m.sent_at),
  case when min(a.at) is null then min(m.sent_at) + 2592000000 else null end, min(a.at), case when min(a.at) is null then null else 'answered' end
from message m left join answer a on a.order_id = m.order_id and a.notice_id = m.notice_id
where m.question is not null and m.sent_at is not null and m.for_team = 0
group by m.order_id, m.notice_id
on conflict do nothing;

create index question_by_age on question_asked (asked_at);
