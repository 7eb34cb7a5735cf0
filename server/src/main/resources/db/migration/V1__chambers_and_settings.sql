-- A site has chambers; a chamber has walls (layers, openings), appliances, probes and controllers; a controller has loops
-- (quantity, part of the day) and numbered, immutable revisions of its settings. Closed families are kept as text, so that
-- servers of two versions can live with one database.

create table site (
  id uuid not null,
  altitude_m double,
  name varchar(255),
  time_zone varchar(255),
  version bigint not null,
  primary key (id)
);

create table chamber (
  id uuid not null,
  site_id uuid not null,
  air_changes_per_hour double,
  air_movement varchar(12),
  altitude_m double,
  changed_at datetime(6) not null,
  changed_by varchar(80) not null,
  contents_jkgk double,
  contents_kg double,
  contents_m2 double,
  created_at datetime(6) not null,
  gradient_k double,
  guide_id varchar(80),
  inner_height_m double,
  inner_length_m double,
  inner_width_m double,
  keep_high_c double,
  keep_low_c double,
  living_heat_w double,
  max_rate_kh double,
  name varchar(80) not null,
  note varchar(2000) not null,
  occupant_name varchar(80),
  occupant_place varchar(12),
  occupant_where varchar(40),
  room_coldest_c double,
  room_warmest_c double,
  room_warmest_hour double,
  school_id varchar(80),
  stage_id varchar(80),
  started_on date,
  version bigint not null,
  primary key (id),
  constraint fk_chamber_site foreign key (site_id) references site (id)
);

create table harm_limit (
  chamber_id uuid not null,
  position integer not null,
  duration_s double,
  level_c double,
  side varchar(8),
  primary key (position, chamber_id),
  constraint fk_harm_limit_chamber foreign key (chamber_id) references chamber (id)
);

create table wall (
  id uuid not null,
  chamber_id uuid,
  position integer,
  side varchar(8),
  primary key (id),
  constraint fk_wall_chamber foreign key (chamber_id) references chamber (id)
);

create table wall_layer (
  wall_id uuid not null,
  position integer not null,
  material_id varchar(255),
  thickness_mm double,
  primary key (position, wall_id),
  constraint fk_wall_layer_wall foreign key (wall_id) references wall (id)
);

create table opening (
  id uuid not null,
  wall_id uuid,
  position integer,
  area_m2 double not null,
  primary key (id),
  constraint fk_opening_wall foreign key (wall_id) references wall (id)
);

create table opening_layer (
  opening_id uuid not null,
  position integer not null,
  material_id varchar(255),
  thickness_mm double,
  primary key (position, opening_id),
  constraint fk_opening_layer_opening foreign key (opening_id) references opening (id)
);

create table appliance (
  id uuid not null,
  chamber_id uuid,
  position integer,
  closes_at_c double,
  element_jk double,
  kind varchar(24),
  name varchar(255),
  opens_at_c double,
  power_w double,
  removes_w double,
  to_air_wk double,
  to_contents_wk double,
  primary key (id),
  constraint fk_appliance_chamber foreign key (chamber_id) references chamber (id)
);

create table probe (
  id uuid not null,
  chamber_id uuid,
  position integer,
  contents_share double not null,
  heater_share double not null,
  lag_s double,
  name varchar(255),
  own_warmth_k double,
  room_share double not null,
  sensor_error_k double,
  primary key (id),
  constraint fk_probe_chamber foreign key (chamber_id) references chamber (id)
);

create table controller (
  id uuid not null,
  chamber_id uuid,
  probe_id uuid,
  position integer,
  how_to_save varchar(300),
  how_to_set varchar(300),
  lowering varchar(16),
  name varchar(255),
  raising varchar(16),
  resolution double not null,
  sampling_s double,
  strict bit not null,
  unit varchar(4),
  primary key (id),
  constraint fk_controller_chamber foreign key (chamber_id) references chamber (id)
);

create table controller_key (
  controller_id uuid not null,
  position integer not null,
  factory double,
  first_word varchar(20),
  highest double,
  key_step double,
  label varchar(40),
  lowest double,
  parameter varchar(24),
  second_word varchar(20),
  primary key (position, controller_id),
  constraint fk_controller_key_controller foreign key (controller_id) references controller (id)
);

create table control_loop (
  id uuid not null,
  controller_id uuid,
  position integer,
  day_part varchar(8),
  quantity varchar(16),
  primary key (id),
  constraint fk_control_loop_controller foreign key (controller_id) references controller (id)
);

create table loop_appliance (
  appliance_id uuid,
  loop_id uuid not null,
  position integer not null,
  primary key (position, loop_id),
  constraint fk_loop_appliance_control_loop foreign key (loop_id) references control_loop (id)
);

create table settings_revision (
  id uuid not null,
  controller_id uuid,
  author varchar(80),
  number integer not null,
  reason varchar(500),
  saved_at datetime(6),
  primary key (id),
  constraint uq_settings_revision unique (controller_id, number)
);

create table setting_value (
  loop_id uuid,
  revision_id uuid not null,
  position integer not null,
  keyed_value double,
  parameter varchar(24),
  primary key (position, revision_id),
  constraint fk_setting_value_settings_revision foreign key (revision_id) references settings_revision (id)
);

create table change_log (
  id bigint not null auto_increment,
  author varchar(80),
  changed_at_ms bigint not null,
  primary key (id)
);

-- What was, and who changed it: kept by Hibernate Envers.

create table appliance_aud (
  id uuid not null,
  rev bigint not null,
  closes_at_c double,
  element_jk double,
  kind varchar(24),
  name varchar(255),
  opens_at_c double,
  power_w double,
  removes_w double,
  revtype tinyint,
  to_air_wk double,
  to_contents_wk double,
  primary key (rev, id),
  constraint fk_appliance_aud_change_log foreign key (rev) references change_log (id)
);

create table chamber_appliance_aud (
  id uuid not null,
  rev bigint not null,
  chamber_id uuid not null,
  position integer not null,
  revtype tinyint,
  primary key (position, rev, chamber_id, id),
  constraint fk_chamber_appliance_aud_change_log foreign key (rev) references change_log (id)
);

create table chamber_aud (
  id uuid not null,
  rev bigint not null,
  air_changes_per_hour double,
  air_movement varchar(12),
  altitude_m double,
  changed_at datetime(6),
  changed_by varchar(80),
  contents_jkgk double,
  contents_kg double,
  contents_m2 double,
  created_at datetime(6),
  gradient_k double,
  guide_id varchar(80),
  inner_height_m double,
  inner_length_m double,
  inner_width_m double,
  keep_high_c double,
  keep_low_c double,
  living_heat_w double,
  max_rate_kh double,
  name varchar(80),
  note varchar(2000),
  occupant_name varchar(80),
  occupant_place varchar(12),
  occupant_where varchar(40),
  revtype tinyint,
  room_coldest_c double,
  room_warmest_c double,
  room_warmest_hour double,
  school_id varchar(80),
  stage_id varchar(80),
  started_on date,
  primary key (rev, id),
  constraint fk_chamber_aud_change_log foreign key (rev) references change_log (id)
);

create table chamber_controller_aud (
  id uuid not null,
  rev bigint not null,
  chamber_id uuid not null,
  position integer not null,
  revtype tinyint,
  primary key (position, rev, chamber_id, id),
  constraint fk_chamber_controller_aud_change_log foreign key (rev) references change_log (id)
);

create table chamber_probe_aud (
  id uuid not null,
  rev bigint not null,
  chamber_id uuid not null,
  position integer not null,
  revtype tinyint,
  primary key (position, rev, chamber_id, id),
  constraint fk_chamber_probe_aud_change_log foreign key (rev) references change_log (id)
);

create table chamber_wall_aud (
  id uuid not null,
  rev bigint not null,
  chamber_id uuid not null,
  position integer not null,
  revtype tinyint,
  primary key (position, rev, chamber_id, id),
  constraint fk_chamber_wall_aud_change_log foreign key (rev) references change_log (id)
);

create table control_loop_aud (
  id uuid not null,
  rev bigint not null,
  day_part varchar(8),
  quantity varchar(16),
  revtype tinyint,
  primary key (rev, id),
  constraint fk_control_loop_aud_change_log foreign key (rev) references change_log (id)
);

create table controller_aud (
  id uuid not null,
  rev bigint not null,
  probe_id uuid,
  how_to_save varchar(300),
  how_to_set varchar(300),
  lowering varchar(16),
  name varchar(255),
  raising varchar(16),
  resolution double,
  revtype tinyint,
  sampling_s double,
  strict bit,
  unit varchar(4),
  primary key (rev, id),
  constraint fk_controller_aud_change_log foreign key (rev) references change_log (id)
);

create table controller_key_aud (
  rev bigint not null,
  controller_id uuid not null,
  position integer not null,
  factory double,
  first_word varchar(20),
  highest double,
  key_step double,
  label varchar(40),
  lowest double,
  parameter varchar(24),
  revtype tinyint not null,
  second_word varchar(20),
  primary key (position, revtype, rev, controller_id),
  constraint fk_controller_key_aud_change_log foreign key (rev) references change_log (id)
);

create table controller_loop_aud (
  id uuid not null,
  rev bigint not null,
  controller_id uuid not null,
  position integer not null,
  revtype tinyint,
  primary key (position, rev, controller_id, id),
  constraint fk_controller_loop_aud_change_log foreign key (rev) references change_log (id)
);

create table harm_limit_aud (
  rev bigint not null,
  chamber_id uuid not null,
  position integer not null,
  duration_s double,
  level_c double,
  revtype tinyint not null,
  side varchar(8),
  primary key (position, revtype, rev, chamber_id),
  constraint fk_harm_limit_aud_change_log foreign key (rev) references change_log (id)
);

create table loop_appliance_aud (
  rev bigint not null,
  appliance_id uuid not null,
  loop_id uuid not null,
  position integer not null,
  revtype tinyint,
  primary key (position, rev, appliance_id, loop_id),
  constraint fk_loop_appliance_aud_change_log foreign key (rev) references change_log (id)
);

create table opening_aud (
  id uuid not null,
  rev bigint not null,
  area_m2 double,
  revtype tinyint,
  primary key (rev, id),
  constraint fk_opening_aud_change_log foreign key (rev) references change_log (id)
);

create table opening_layer_aud (
  rev bigint not null,
  opening_id uuid not null,
  position integer not null,
  material_id varchar(255),
  revtype tinyint not null,
  thickness_mm double,
  primary key (position, revtype, rev, opening_id),
  constraint fk_opening_layer_aud_change_log foreign key (rev) references change_log (id)
);

create table probe_aud (
  id uuid not null,
  rev bigint not null,
  contents_share double,
  heater_share double,
  lag_s double,
  name varchar(255),
  own_warmth_k double,
  revtype tinyint,
  room_share double,
  sensor_error_k double,
  primary key (rev, id),
  constraint fk_probe_aud_change_log foreign key (rev) references change_log (id)
);

create table wall_aud (
  id uuid not null,
  rev bigint not null,
  revtype tinyint,
  side varchar(8),
  primary key (rev, id),
  constraint fk_wall_aud_change_log foreign key (rev) references change_log (id)
);

create table wall_layer_aud (
  rev bigint not null,
  wall_id uuid not null,
  position integer not null,
  material_id varchar(255),
  revtype tinyint not null,
  thickness_mm double,
  primary key (position, revtype, rev, wall_id),
  constraint fk_wall_layer_aud_change_log foreign key (rev) references change_log (id)
);

create table wall_opening_aud (
  id uuid not null,
  rev bigint not null,
  wall_id uuid not null,
  position integer not null,
  revtype tinyint,
  primary key (position, rev, id, wall_id),
  constraint fk_wall_opening_aud_change_log foreign key (rev) references change_log (id)
);

-- Sessions, as Spring Session keeps them.

create table SPRING_SESSION (
  PRIMARY_ID char(36) not null,
  SESSION_ID char(36) not null,
  CREATION_TIME bigint not null,
  LAST_ACCESS_TIME bigint not null,
  MAX_INACTIVE_INTERVAL int not null,
  EXPIRY_TIME bigint not null,
  PRINCIPAL_NAME varchar(100),
  constraint SPRING_SESSION_PK primary key (PRIMARY_ID)
);

create unique index SPRING_SESSION_IX1 on SPRING_SESSION (SESSION_ID);
create index SPRING_SESSION_IX2 on SPRING_SESSION (EXPIRY_TIME);
create index SPRING_SESSION_IX3 on SPRING_SESSION (PRINCIPAL_NAME);

create table SPRING_SESSION_ATTRIBUTES (
  SESSION_PRIMARY_ID char(36) not null,
  ATTRIBUTE_NAME varchar(200) not null,
  ATTRIBUTE_BYTES blob not null,
  constraint SPRING_SESSION_ATTRIBUTES_PK primary key (SESSION_PRIMARY_ID, ATTRIBUTE_NAME),
  constraint SPRING_SESSION_ATTRIBUTES_FK foreign key (SESSION_PRIMARY_ID) references SPRING_SESSION (PRIMARY_ID)
    on delete cascade
);
