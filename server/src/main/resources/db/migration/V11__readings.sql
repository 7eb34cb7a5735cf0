-- What is measured: devices that send, series, readings and what is kept of many of them, readings that wait for a decision.
--
-- Readings are clustered by series and instant, in months. Instants are microseconds since 1970 UTC, values whole millionths of the unit a series is kept in: sums of
-- them are exact in whatever order they come. Numbers made by the database need not be without gaps.

create table device (
  id uuid not null,
  site_id uuid not null,
  chamber_id uuid not null,
  name varchar(80) not null,
  token_hash binary(32) not null,
  token_at datetime(6) not null,
  made_at datetime(6) not null,
  made_by varchar(80) not null,
  used_at datetime(6),
  revoked_at datetime(6),
  revoked_by varchar(80),
  trouble varchar(300),
  trouble_at datetime(6),
  not_kept bigint not null default 0,
  version bigint not null,
  primary key (id),
  constraint uq_device_token unique (token_hash)
);

create index ix_device_chamber on device (chamber_id);

-- A token that was replaced or revoked is known again, so that it can be told who still sends with it.
create table device_token_gone (
  token_hash binary(32) not null,
  device_id uuid not null,
  gone_at datetime(6) not null,
  primary key (token_hash)
);

create table device_aud (
  id uuid not null,
  rev bigint not null,
  chamber_id uuid,
  name varchar(80),
  token_at datetime(6),
  revoked_at datetime(6),
  revoked_by varchar(80),
  revtype tinyint,
  primary key (rev, id),
  constraint fk_device_aud_change_log foreign key (rev) references change_log (id)
);

create table series (
  id uuid not null,
  number integer not null auto_increment,
  site_id uuid not null,
  chamber_id uuid not null,
  name varchar(80) not null,
  measured varchar(20) not null,
  unit varchar(12) not null,
  device_id uuid,
  probe_id uuid,
  controller_id uuid,
  every_s double not null,
  keep_raw_days integer,
  keep_minute_days integer,
  keep_hour_days integer,
  raw_from_us bigint,
  made_at datetime(6) not null,
  made_by varchar(80) not null,
  retired_at datetime(6),
  version bigint not null,
  primary key (id),
  constraint uq_series_number unique (number)
);

create index ix_series_chamber on series (chamber_id);

create table series_aud (
  id uuid not null,
  rev bigint not null,
  chamber_id uuid,
  name varchar(80),
  measured varchar(20),
  unit varchar(12),
  device_id uuid,
  probe_id uuid,
  controller_id uuid,
  every_s double,
  keep_raw_days integer,
  keep_minute_days integer,
  keep_hour_days integer,
  raw_from_us bigint,
  retired_at datetime(6),
  revtype tinyint,
  primary key (rev, id),
  constraint fk_series_aud_change_log foreign key (rev) references change_log (id)
);

create table reading (
  series integer not null,
  at_us bigint not null,
  value_e6 bigint not null,
  primary key (series, at_us)
)
partition by range (at_us) (
  partition p_before values less than (1735689600000000),
  partition p202501 values less than (1738368000000000),
  partition p202502 values less than (1740787200000000),
  partition p202503 values less than (1743465600000000),
  partition p202504 values less than (1746057600000000),
  partition p202505 values less than (1748736000000000),
  partition p202506 values less than (1751328000000000),
  partition p202507 values less than (1754006400000000),
  partition p202508 values less than (1756684800000000),
  partition p202509 values less than (1759276800000000),
  partition p202510 values less than (1761955200000000),
  partition p202511 values less than (1764547200000000),
  partition p202512 values less than (1767225600000000),
  partition p202601 values less than (1769904000000000),
  partition p202602 values less than (1772323200000000),
  partition p202603 values less than (1775001600000000),
  partition p202604 values less than (1777593600000000),
  partition p202605 values less than (1780272000000000),
  partition p202606 values less than (1782864000000000),
  partition p202607 values less than (1785542400000000),
  partition p202608 values less than (1788220800000000),
  partition p202609 values less than (1790812800000000),
  partition p202610 values less than (1793491200000000),
  partition p202611 values less than (1796083200000000),
  partition p202612 values less than (1798761600000000),
  partition p202701 values less than (1801440000000000),
  partition p202702 values less than (1803859200000000),
  partition p202703 values less than (1806537600000000),
  partition p202704 values less than (1809129600000000),
  partition p202705 values less than (1811808000000000),
  partition p202706 values less than (1814400000000000),
  partition p202707 values less than (1817078400000000),
  partition p202708 values less than (1819756800000000),
  partition p202709 values less than (1822348800000000),
  partition p202710 values less than (1825027200000000),
  partition p202711 values less than (1827619200000000),
  partition p202712 values less than (1830297600000000),
  partition p_later values less than maxvalue
);

create table reading_minute (
  series integer not null,
  at_min integer not null,
  low_e6 bigint not null,
  high_e6 bigint not null,
  sum_e6 bigint not null,
  count integer not null,
  primary key (series, at_min)
);

create table reading_hour (
  series integer not null,
  at_h integer not null,
  low_e6 bigint not null,
  high_e6 bigint not null,
  sum_e6 bigint not null,
  count integer not null,
  primary key (series, at_h)
);

-- A year of hours is nine thousand rows, of quarters of a day fifteen hundred: as many as a chart has steps.
create table reading_quarter (
  series integer not null,
  at_q integer not null,
  low_e6 bigint not null,
  high_e6 bigint not null,
  sum_e6 bigint not null,
  count integer not null,
  primary key (series, at_q)
);

-- The newest reading of each series, and what somebody who watches has to ask for: since when it changed, and from where on.
create table series_latest (
  series integer not null,
  at_us bigint not null,
  value_e6 bigint not null,
  changed_us bigint not null,
  late_us bigint,
  late_from_us bigint,
  primary key (series)
);

create index ix_series_latest_changed on series_latest (changed_us);

create table held_reading (
  id uuid not null,
  chamber_id uuid not null,
  device_id uuid not null,
  series_id uuid,
  series_text varchar(60) not null,
  at datetime(6) not null,
  value double not null,
  unit varchar(12),
  reason varchar(20) not null,
  kept_value double,
  received_at datetime(6) not null,
  seen_times integer not null,
  same_as binary(32) not null,
  decision varchar(12),
  decided_at datetime(6),
  decided_by varchar(80),
  note varchar(300),
  primary key (id),
  constraint uq_held_same unique (same_as)
);

create index ix_held_chamber on held_reading (chamber_id, decided_at, received_at);
create index ix_held_device on held_reading (device_id, decided_at);

-- What was taken out by a policy: never silently.
create table retention_run (
  id uuid not null,
  series_id uuid not null,
  kind varchar(8) not null,
  before_us bigint not null,
  removed bigint not null,
  ran_at datetime(6) not null,
  primary key (id)
);

create index ix_retention_series on retention_run (series_id, ran_at);

create table shedlock (
  name varchar(64) not null,
  lock_until timestamp(3) not null,
  locked_at timestamp(3) not null,
  locked_by varchar(255) not null,
  primary key (name)
);
