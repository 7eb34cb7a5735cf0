-- Who keyed a revision of settings in, when, and what the device showed when it was read back. Never changed.

create table keying (
  id uuid not null,
  controller_id uuid,
  number integer not null,
  author varchar(80),
  keyed_at datetime(6),
  primary key (id)
);

create index ix_keying_controller on keying (controller_id, keyed_at);

create table keying_value (
  loop_id uuid,
  keying_id uuid not null,
  position integer not null,
  keyed_value double,
  parameter varchar(24),
  primary key (position, keying_id),
  constraint fk_keying_value_keying foreign key (keying_id) references keying (id)
);
