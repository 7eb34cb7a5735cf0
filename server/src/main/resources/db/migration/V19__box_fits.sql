-- What was learned of a box from its log: never changed, compared over months.
create table box_fit (
  id uuid not null,
  site_id uuid not null,
  chamber_id uuid not null,
  series_id uuid not null,
  made_us bigint not null,
  author varchar(80) not null,
  document mediumtext not null,
  primary key (id),
  constraint fk_box_fit_chamber foreign key (chamber_id) references chamber (id)
);

create index ix_box_fit_chamber on box_fit (chamber_id, made_us);
