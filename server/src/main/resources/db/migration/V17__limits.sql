-- Within what a keeper may set a key by themselves: outside the one pair they are asked whether it is meant so, outside the other they are refused.
create table key_limit (
  id uuid not null,
  chamber_id uuid not null,
  controller_id uuid not null,
  parameter varchar(24) not null,
  asked_low double,
  asked_high double,
  refused_low double,
  refused_high double,
  set_by varchar(80) not null,
  set_at datetime(6) not null,
  primary key (id),
  constraint uq_key_limit unique (controller_id, parameter)
);
