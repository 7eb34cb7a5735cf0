-- Checks of a controller's display against references: begun once, then only added to. Rows are withdrawn and offsets taken back by
-- entries of their own, never changed and never deleted.

create table calibration_check (
  id uuid not null,
  chamber_id uuid not null,
  controller_id uuid not null,
  offset_key varchar(24) not null,
  place varchar(12) not null,
  unit varchar(4) not null,
  offset_then double not null,
  offset_step double not null,
  offset_lowest double not null,
  offset_highest double not null,
  resolution double not null,
  least_s double not null,
  reason varchar(300),
  room_c double,
  note varchar(500),
  author varchar(80),
  begun_at datetime(6) not null,
  primary key (id)
);

create index ix_calibration_check_chamber on calibration_check (chamber_id, begun_at);
create index ix_calibration_check_controller on calibration_check (controller_id, begun_at);

create table check_reference (
  check_id uuid not null,
  position integer not null,
  name varchar(80),
  stated double not null,
  basis varchar(12),
  correction double not null,
  valid_to date,
  fixed_reading double,
  primary key (position, check_id),
  constraint fk_check_reference_check foreign key (check_id) references calibration_check (id)
);

create table check_row (
  id uuid not null,
  check_id uuid not null,
  taken_at datetime(6) not null,
  display double not null,
  sure boolean not null,
  author varchar(80),
  written_at datetime(6) not null,
  primary key (id),
  constraint fk_check_row_check foreign key (check_id) references calibration_check (id)
);

create table check_row_value (
  row_id uuid not null,
  position integer not null,
  name varchar(80),
  read_value double not null,
  primary key (position, row_id),
  constraint fk_check_row_value_row foreign key (row_id) references check_row (id)
);

create table check_entry (
  id uuid not null,
  check_id uuid not null,
  kind varchar(12) not null,
  row_id uuid,
  offset_value double,
  settings_number integer,
  note varchar(500),
  author varchar(80),
  written_at datetime(6) not null,
  primary key (id),
  constraint fk_check_entry_check foreign key (check_id) references calibration_check (id)
);

-- Which check a revision of settings rests on.
alter table settings_revision add column check_id uuid;
