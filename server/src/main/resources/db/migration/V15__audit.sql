-- Who changed what, when, why, from what to what. Rows are added and never touched: the user that the server works as has no right to. The order of rows is sealed
-- shortly after, each seal resting on the one before, so that a row that was changed, taken out or put in between is found.

create table audit_entry (
  id uuid not null,
  at_us bigint not null,
  site_id uuid,
  chamber_id uuid,
  who varchar(80) not null,
  what varchar(16) not null,
  thing varchar(40) not null,
  thing_id varchar(64) not null,
  named varchar(120) not null,
  why varchar(1000),
  changes mediumtext not null,
  origin_proof char(64) character set ascii collate ascii_bin not null,
  primary key (id)
);

create index ix_audit_entry_at on audit_entry (at_us);
create index ix_audit_entry_site on audit_entry (site_id, at_us);
create index ix_audit_entry_chamber on audit_entry (chamber_id, at_us);
-- Who, and what, there is to choose from.
create index ix_audit_entry_who on audit_entry (site_id, who);
create index ix_audit_entry_thing on audit_entry (site_id, thing);

-- From where: apart, so that it can be taken out with its person; the row itself keeps a proof of it.
create table audit_origin (
  entry_id uuid not null,
  origin varchar(80) not null,
  salt char(32) character set ascii collate ascii_bin not null,
  primary key (entry_id)
);

create table audit_seal (
  seq bigint not null,
  entry_id uuid not null,
  hash char(64) character set ascii collate ascii_bin not null,
  sealed_us bigint not null,
  primary key (seq),
  constraint uq_audit_seal unique (entry_id)
);
