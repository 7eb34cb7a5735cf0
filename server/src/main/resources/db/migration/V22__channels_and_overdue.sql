-- When a message was to be sent first: its due time moves with every attempt.
alter table alarm_message add column planned_us bigint not null default 0;
update alarm_message set planned_us = if(attempts = 0, due_us, least(due_us, made_us));

-- Whether a web hook may be called unencrypted. Those that already were stay so.
alter table alarm_way add column plain_http boolean not null default false;
update alarm_way set plain_http = true where kind = 'HOOK' and lower(address) like 'http:%';
