-- Schools of controllers beyond on/off, what is known of a device beside its keys, and profiles that a site keeps.
-- New columns may be null, so that an older server goes on writing rows.

alter table controller
  add column law varchar(20),
  add column left_alone varchar(20),
  add column rest_s double,
  add column sounder varchar(20),
  add column link_loss varchar(20),
  add column high_alarm_least double,
  add column low_alarm_least double;

alter table controller_aud
  add column law varchar(20),
  add column left_alone varchar(20),
  add column rest_s double,
  add column sounder varchar(20),
  add column link_loss varchar(20),
  add column high_alarm_least double,
  add column low_alarm_least double;

alter table controller_key add column third_word varchar(20);

alter table controller_key_aud add column third_word varchar(20);

create table controller_code (
  controller_id uuid not null,
  position integer not null,
  meaning varchar(20),
  shown varchar(20),
  primary key (position, controller_id),
  constraint fk_controller_code_controller foreign key (controller_id) references controller (id)
);

create table controller_code_aud (
  rev bigint not null,
  controller_id uuid not null,
  position integer not null,
  meaning varchar(20),
  revtype tinyint not null,
  shown varchar(20),
  primary key (position, revtype, rev, controller_id),
  constraint fk_controller_code_aud_change_log foreign key (rev) references change_log (id)
);

create table own_profile (
  id uuid not null,
  changed_at datetime(6),
  changed_by varchar(80),
  document mediumtext,
  profile_id varchar(80) not null,
  version bigint not null,
  primary key (id),
  constraint uq_own_profile unique (profile_id)
);

create table own_profile_aud (
  id uuid not null,
  rev bigint not null,
  changed_at datetime(6),
  changed_by varchar(80),
  document mediumtext,
  profile_id varchar(80),
  revtype tinyint,
  primary key (rev, id),
  constraint fk_own_profile_aud_change_log foreign key (rev) references change_log (id)
);

-- Where an output was seen to switch after it was keyed in.
create table keying_trial (
  keying_id uuid not null,
  position integer not null,
  loop_id uuid,
  seen_value double,
  switched varchar(8),
  wanted_value double,
  primary key (position, keying_id),
  constraint fk_keying_trial_keying foreign key (keying_id) references keying (id)
);

alter table control_loop add column cut_out boolean;
alter table control_loop_aud add column cut_out boolean;
