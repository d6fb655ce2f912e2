-- Texts are stored compressed and encrypted. What an older version stored in clear is encrypted at the next start.
alter table config_content add column sealed bytea;
alter table config_content alter column text drop not null;

-- A backup is a version: kept when the content differs from the one before, else the one before is confirmed.
alter table backup
  add column file varchar(40),
  add column confirmed_at timestamptz,
  add column confirmations integer not null default 0,
  add column label varchar(80) not null default '',
  add column taken_by varchar(40) not null default 'safe-step',
  add column summary varchar(400) not null default '',
  add column touches text not null default '',
  add column logged_in varchar(400) not null default '',
  add column size integer not null default 0,
  add column reference_reason varchar(300),
  add column reference_by varchar(40),
  add column reference_at timestamptz;
update backup set confirmed_at = taken_at;
alter table backup alter column confirmed_at set not null;
drop index backup_device;
create index backup_device on backup (device_id, kind, taken_at desc, id desc);
create index backup_taken on backup (taken_at desc);
create index backup_hash on backup (hash);
create unique index backup_one_reference on backup (device_id) where reference_reason is not null;

-- The last attempt, when it failed; when the device was last seen to match; what it says about itself being unchanged.
alter table device
  add column backup_failed_at timestamptz,
  add column backup_problem text,
  add column matched_at timestamptz,
  add column marker varchar(400),
  add column marker_at timestamptz;
update device set matched_at = backed_up_at where matches;

create table backup_policy (
  one boolean primary key default true check (one),
  old_after_hours integer not null,
  keep_days integer not null,
  keep_versions integer not null,
  clears_daily boolean not null
);
insert into backup_policy (old_after_hours, keep_days, keep_versions, clears_daily) values (36, 400, 30, false);
