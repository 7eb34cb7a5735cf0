-- People: accounts of this installation, who of them belongs to which site at which level, links that are good for once, passkeys, and what keeps guessing slow.
-- Names are unique whatever their case; ids of passkeys and hashes are told apart to the letter.

create table account (
  id uuid not null,
  name varchar(80) not null,
  email varchar(254),
  password varchar(200),
  password_at datetime(6),
  made_at datetime(6) not null,
  ended_at datetime(6),
  primary key (id),
  constraint uq_account_name unique (name),
  constraint uq_account_email unique (email)
);

create table member (
  account_id uuid not null,
  site_id uuid not null,
  level varchar(12) not null,
  since datetime(6) not null,
  primary key (account_id, site_id),
  constraint fk_member_account foreign key (account_id) references account (id),
  constraint fk_member_site foreign key (site_id) references site (id)
);

create index ix_member_site on member (site_id);

create table one_time_link (
  id uuid not null,
  kind varchar(8) not null,
  secret_sha256 char(64) character set ascii collate ascii_bin not null,
  site_id uuid,
  level varchar(12),
  account_id uuid,
  made_at datetime(6) not null,
  made_by varchar(80) not null,
  expires_at datetime(6) not null,
  used_at datetime(6),
  used_by uuid,
  withdrawn_at datetime(6),
  primary key (id),
  constraint uq_one_time_link unique (secret_sha256)
);

create index ix_one_time_link_site on one_time_link (site_id, expires_at);

create table user_credentials (
  credential_id varchar(1400) character set ascii collate ascii_bin not null,
  user_entity_user_id varchar(64) character set ascii collate ascii_bin not null,
  public_key blob not null,
  signature_count bigint not null,
  uv_initialized boolean not null,
  backup_eligible boolean not null,
  authenticator_transports varchar(1000),
  public_key_credential_type varchar(100),
  backup_state boolean not null,
  attestation_object blob,
  attestation_client_data_json blob,
  created timestamp(6) null,
  last_used timestamp(6) null,
  label varchar(1000) not null,
  primary key (credential_id)
);

create index ix_user_credentials_user on user_credentials (user_entity_user_id);

create table sign_in_failure (
  who_sha256 char(64) character set ascii collate ascii_bin not null,
  failures integer not null,
  last_us bigint not null,
  primary key (who_sha256)
);

-- What a site keeps of its own has to say whose it is, now that there may be several.
alter table own_guide add column site_id uuid;
update own_guide set site_id = (select id from site order by id limit 1);
alter table own_guide drop constraint uq_own_guide;
alter table own_guide add constraint uq_own_guide unique (site_id, guide_id);
alter table own_profile add column site_id uuid;
update own_profile set site_id = (select id from site order by id limit 1);
alter table own_profile drop constraint uq_own_profile;
alter table own_profile add constraint uq_own_profile unique (site_id, profile_id);
