-- Answers to exercises of the trainer: of somebody the first to each counts. Nothing of a chamber hangs on them.
create table training_answer (
  id uuid not null,
  site_id uuid not null,
  who varchar(80) not null,
  kind varchar(24) not null,
  level integer not null,
  seed integer not null,
  answer varchar(40) not null,
  correct bit not null,
  at_us bigint not null,
  primary key (id),
  constraint uq_training_answer unique (site_id, who, kind, level, seed),
  constraint fk_training_answer_site foreign key (site_id) references site (id)
);

create index ix_training_answer_who on training_answer (site_id, who, kind, at_us);
