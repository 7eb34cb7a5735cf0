-- Drills: a hidden fault, what somebody said of it, and whether that was right.

create table drill (
  id uuid not null,
  chamber_id uuid not null,
  author varchar(80),
  begun_at datetime(6) not null,
  hidden_kind varchar(32) not null,
  said_kind varchar(32),
  said_act varchar(32),
  right_kind boolean,
  right_act boolean,
  answered_at datetime(6),
  primary key (id)
);

create index ix_drill_author on drill (author, answered_at);
