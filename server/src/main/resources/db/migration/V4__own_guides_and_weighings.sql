-- Guides of somebody's own, beside the shipped ones; weighings of eggs, which are withdrawn and never deleted.

create table own_guide (
  id uuid not null,
  changed_at datetime(6),
  changed_by varchar(80),
  document mediumtext,
  guide_id varchar(80) not null,
  version bigint not null,
  primary key (id),
  constraint uq_own_guide unique (guide_id)
);

create table own_guide_aud (
  id uuid not null,
  rev bigint not null,
  changed_at datetime(6),
  changed_by varchar(80),
  document mediumtext,
  guide_id varchar(80),
  revtype tinyint,
  primary key (rev, id),
  constraint fk_own_guide_aud_change_log foreign key (rev) references change_log (id)
);

create table egg_weighing (
  id uuid not null,
  author varchar(80),
  chamber_id uuid not null,
  eggs integer not null,
  mass_g double,
  note varchar(300),
  weighed_at datetime(6) not null,
  withdrawn_at datetime(6),
  withdrawn_by varchar(80),
  written_at datetime(6) not null,
  primary key (id)
);

create index ix_egg_weighing_chamber on egg_weighing (chamber_id, weighed_at);
