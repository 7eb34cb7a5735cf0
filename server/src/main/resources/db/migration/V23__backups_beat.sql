-- Whoever makes a backup notes that it goes on: one that nobody is at any more is known by that, and not by the age of a lock.
alter table backup_run add column beat_at datetime(6);
