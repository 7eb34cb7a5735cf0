-- What is to be done on which day, whether a box is fit, and what was done.
--
-- Times by the clock of a place are text to the minute, as somebody says them; what is sorted and looked for by time has its instant beside it (microseconds since 1970 UTC).
-- A task's identifier follows from whose it is and what it is: it is the same on every node and stays when its day moves, and so does what it is called in people's calendars.

create table batch (
  id uuid not null,
  site_id uuid not null,
  chamber_id uuid not null,
  guide_id varchar(80) not null,
  school_id varchar(80) not null,
  name varchar(80) not null,
  starts_at varchar(16) not null,
  zone varchar(60) not null,
  pieces integer not null,
  source varchar(200) not null,
  note varchar(2000) not null,
  begun varchar(4000) not null,
  despite varchar(300),
  ended_at datetime(6),
  ended_by varchar(80),
  end_note varchar(300),
  made_at datetime(6) not null,
  made_by varchar(80) not null,
  changed_at datetime(6) not null,
  changed_by varchar(80) not null,
  version bigint not null,
  primary key (id)
);

create index ix_batch_chamber on batch (chamber_id, ended_at);

create table batch_aud (
  id uuid not null,
  rev bigint not null,
  chamber_id uuid,
  guide_id varchar(80),
  school_id varchar(80),
  name varchar(80),
  starts_at varchar(16),
  zone varchar(60),
  pieces integer,
  source varchar(200),
  note varchar(2000),
  begun varchar(4000),
  despite varchar(300),
  ended_at datetime(6),
  ended_by varchar(80),
  end_note varchar(300),
  changed_by varchar(80),
  revtype tinyint,
  primary key (rev, id),
  constraint fk_batch_aud_change_log foreign key (rev) references change_log (id)
);

create table task (
  id uuid not null,
  site_id uuid not null,
  chamber_id uuid,
  batch_id uuid,
  controller_id uuid,
  code varchar(20) not null,
  task_key varchar(140) not null,
  stage_id varchar(80),
  title varchar(200),
  due_local varchar(16) not null,
  zone varchar(60) not null,
  due_us bigint not null,
  every_days double,
  who varchar(80),
  cannot_wait boolean not null,
  done_at datetime(6),
  done_by varchar(80),
  note varchar(500),
  cancelled_at datetime(6),
  sequence integer not null,
  changed_us bigint not null,
  version bigint not null,
  primary key (id)
);

create index ix_task_due on task (due_us);
create index ix_task_chamber on task (chamber_id, due_us);
create index ix_task_batch on task (batch_id);
create index ix_task_changed on task (changed_us);

create table task_aud (
  id uuid not null,
  rev bigint not null,
  chamber_id uuid,
  batch_id uuid,
  code varchar(20),
  title varchar(200),
  due_local varchar(16),
  every_days double,
  who varchar(80),
  done_at datetime(6),
  done_by varchar(80),
  note varchar(500),
  cancelled_at datetime(6),
  revtype tinyint,
  primary key (rev, id),
  constraint fk_task_aud_change_log foreign key (rev) references change_log (id)
);

-- A secret address under which somebody's own calendar finds the tasks; only its digest is kept.
create table calendar_feed (
  id uuid not null,
  site_id uuid not null,
  person varchar(80) not null,
  secret_sha256 char(64) not null,
  made_at datetime(6) not null,
  read_at datetime(6),
  revoked_at datetime(6),
  primary key (id),
  unique key uq_calendar_feed_secret (secret_sha256)
);

-- A real run of a box before living things go in.
create table proving_run (
  id uuid not null,
  chamber_id uuid not null,
  controller_id uuid not null,
  series_id uuid,
  loaded boolean not null,
  begun_us bigint not null,
  begun_by varchar(80) not null,
  room_c double not null,
  box_mark char(64) not null,
  note varchar(300) not null,
  state varchar(12) not null,
  verdict text,
  judged_at datetime(6),
  ended_at datetime(6),
  ended_by varchar(80),
  reason varchar(300),
  version bigint not null,
  primary key (id)
);

create index ix_proving_run_chamber on proving_run (chamber_id, begun_us);

create table proving_reading (
  run_id uuid not null,
  at_us bigint not null,
  value double not null,
  author varchar(80) not null,
  primary key (run_id, at_us)
);

-- What was done and seen. Never changed: a correction is an entry that names the one it corrects.
create table log_entry (
  id uuid not null,
  site_id uuid not null,
  chamber_id uuid not null,
  batch_id uuid,
  kind varchar(16) not null,
  at_us bigint not null,
  amount double,
  pieces integer,
  temperature_c double,
  humidity_pct double,
  said varchar(1000) not null,
  corrects uuid,
  author varchar(80) not null,
  written_at datetime(6) not null,
  primary key (id)
);

create index ix_log_entry_chamber on log_entry (chamber_id, at_us);
create index ix_log_entry_corrects on log_entry (corrects);

-- Settings that are no longer keyed in anywhere since a box changed its use.
create table settings_retired (
  controller_id uuid not null,
  number integer not null,
  chamber_id uuid not null,
  retired_at datetime(6) not null,
  retired_by varchar(80) not null,
  reason varchar(300) not null,
  primary key (controller_id, number)
);
