-- Who needs me now: rules, how each stands, alarms with what happened to them, and who is told.
--
-- How a rule stands, the alarm it raised and the messages about it are written in one transaction: a server that is killed in the middle leaves none of them half done.
-- Instants are microseconds since 1970 UTC where they are worked with, as those of readings.

create table alarm_rule (
  id uuid not null,
  site_id uuid not null,
  chamber_id uuid not null,
  series_id uuid not null,
  others varchar(2000) not null,
  kind varchar(16) not null,
  urgency varchar(8) not null,
  limit_value double not null,
  second_limit double,
  deadband double not null,
  over_s double,
  on_delay_s double not null,
  off_delay_s double not null,
  follows_plan boolean not null,
  plan_mark varchar(200) not null,
  to_occupant_k double not null,
  trial text not null,
  tried_at datetime(6) not null,
  out_reason varchar(300),
  out_until datetime(6),
  out_by varchar(80),
  made_at datetime(6) not null,
  made_by varchar(80) not null,
  changed_at datetime(6) not null,
  changed_by varchar(80) not null,
  retired_at datetime(6),
  version bigint not null,
  primary key (id)
);

create index ix_alarm_rule_chamber on alarm_rule (chamber_id, retired_at);

create table alarm_rule_aud (
  id uuid not null,
  rev bigint not null,
  chamber_id uuid,
  series_id uuid,
  others varchar(2000),
  kind varchar(16),
  urgency varchar(8),
  limit_value double,
  second_limit double,
  deadband double,
  over_s double,
  on_delay_s double,
  off_delay_s double,
  follows_plan boolean,
  out_reason varchar(300),
  out_until datetime(6),
  changed_by varchar(80),
  retired_at datetime(6),
  revtype tinyint,
  primary key (rev, id),
  constraint fk_alarm_rule_aud_change_log foreign key (rev) references change_log (id)
);

-- How each rule stands: all that has to be known of what was before.
create table alarm_standing (
  rule_id uuid not null,
  series integer not null,
  seen_us bigint not null,
  is_so boolean not null,
  since_us bigint not null,
  counts boolean not null,
  state varchar(16) not null,
  shelved_until_us bigint,
  alarm_id uuid,
  read_us bigint not null,
  next_us bigint,
  primary key (rule_id)
);

create index ix_alarm_standing_series on alarm_standing (series);
create index ix_alarm_standing_next on alarm_standing (next_us);

-- One occurrence. It is open from being raised until it is normal again.
create table alarm (
  id uuid not null,
  site_id uuid not null,
  chamber_id uuid not null,
  rule_id uuid not null,
  series_id uuid not null,
  device_id uuid,
  kind varchar(16) not null,
  urgency varchar(8) not null,
  measured varchar(20) not null,
  unit varchar(12) not null,
  side varchar(4),
  cause_id uuid not null,
  told boolean not null,
  state varchar(16) not null,
  limit_value double not null,
  second_limit double,
  value double,
  harm_s double,
  raised_us bigint not null,
  acknowledged_us bigint,
  acknowledged_by varchar(80),
  returned_us bigint,
  closed_us bigint,
  shelved_until_us bigint,
  shelved_by varchar(80),
  shelf_reason varchar(300),
  times integer not null,
  harmed boolean not null,
  changed_us bigint not null,
  primary key (id)
);

create index ix_alarm_open on alarm (closed_us, chamber_id);
create index ix_alarm_chamber on alarm (chamber_id, raised_us);
create index ix_alarm_cause on alarm (cause_id);
create index ix_alarm_changed on alarm (changed_us);

create table alarm_event (
  id uuid not null,
  alarm_id uuid not null,
  rule_id uuid not null,
  chamber_id uuid not null,
  at_us bigint not null,
  from_state varchar(16) not null,
  to_state varchar(16) not null,
  who varchar(80),
  note varchar(300),
  primary key (id)
);

create index ix_alarm_event_chamber on alarm_event (chamber_id, at_us);
create index ix_alarm_event_alarm on alarm_event (alarm_id, at_us);

-- A way to tell one person.
create table alarm_way (
  id uuid not null,
  site_id uuid not null,
  person varchar(80) not null,
  kind varchar(8) not null,
  address varchar(300) not null,
  secret varchar(100),
  least varchar(8) not null,
  quiet_from integer,
  quiet_until integer,
  turn integer not null,
  fahrenheit boolean not null,
  made_at datetime(6) not null,
  made_by varchar(80) not null,
  tested_at datetime(6),
  proven_at datetime(6),
  trouble varchar(300),
  retired_at datetime(6),
  version bigint not null,
  primary key (id)
);

-- What is to be sent, from before it is until after: a killed server loses none, and sends none twice by intent.
create table alarm_message (
  id uuid not null,
  alarm_id uuid,
  chamber_id uuid,
  way_id uuid not null,
  what varchar(12) not null,
  subject varchar(200) not null,
  body text not null,
  due_us bigint not null,
  claimed_until_us bigint not null,
  attempts integer not null,
  sent_us bigint,
  dropped_us bigint,
  dropped_why varchar(20),
  trouble varchar(300),
  made_us bigint not null,
  primary key (id)
);

create index ix_alarm_message_due on alarm_message (sent_us, dropped_us, due_us);
create index ix_alarm_message_alarm on alarm_message (alarm_id);
