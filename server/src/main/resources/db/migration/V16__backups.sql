-- Backups that were made, and what became of each.
create table backup_run (
  id uuid not null,
  name varchar(100) not null,
  kind varchar(12) not null,
  begun_at datetime(6) not null,
  ended_at datetime(6),
  bytes bigint,
  sha256 char(64) character set ascii collate ascii_bin,
  seal_seq bigint,
  seal_hash char(64) character set ascii collate ascii_bin,
  verified_at datetime(6),
  removed_at datetime(6),
  trouble varchar(500),
  primary key (id),
  constraint uq_backup_run unique (name)
);
