-- Files of loggers on their way in: kept in parts until their rows are readings, so that any server can go on with one.
create table log_import (
  id uuid not null,
  chamber_id uuid not null,
  name varchar(200) not null,
  bytes bigint not null,
  rows_about bigint not null,
  charset varchar(20) not null,
  state varchar(12) not null,
  plan mediumtext,
  next_row bigint not null default 0,
  stored bigint not null default 0,
  known bigint not null default 0,
  bad bigint not null default 0,
  bad_lines mediumtext,
  first_us bigint,
  last_us bigint,
  trouble varchar(300),
  beat_us bigint not null default 0,
  made_us bigint not null,
  author varchar(80) not null,
  primary key (id),
  constraint fk_log_import_chamber foreign key (chamber_id) references chamber (id)
);

create index ix_log_import_chamber on log_import (chamber_id, made_us);

create table log_import_part (
  import_id uuid not null,
  part integer not null,
  content mediumblob not null,
  primary key (import_id, part),
  constraint fk_log_import_part foreign key (import_id) references log_import (id)
);
