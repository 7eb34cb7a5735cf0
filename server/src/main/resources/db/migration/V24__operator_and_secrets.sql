-- Who runs the whole installation, above its sites: whoever made it theirs first.
alter table account add column operator boolean not null default false;
update account set operator = true where id = (select first_one from (select a.id as first_one from account a where a.ended_at is null and exists
  (select 1 from member m where m.account_id = a.id and m.level = 'OWNER') order by a.made_at limit 1) earliest);

-- Secrets that all servers of an installation share, each made by whoever needs it first.
create table server_secret (
  name varchar(40) not null,
  secret varbinary(64) not null,
  primary key (name)
);
