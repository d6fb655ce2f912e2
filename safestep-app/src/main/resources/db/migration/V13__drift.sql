-- A device that does not match its baseline. At most one finding of a device is without an end.
create table drift_finding (
  id bigint generated always as identity primary key,
  device_id bigint not null references device,
  baseline_backup_id bigint not null references backup,
  found_backup_id bigint not null references backup,
  last_good_backup_id bigint references backup,
  state varchar(12) not null,
  summary varchar(400) not null,
  logged_in varchar(400) not null,
  changes_then varchar(200) not null,
  first_seen_at timestamptz not null,
  last_clean_at timestamptz,
  matches_again_at timestamptz,
  ended_at timestamptz,
  decide_by timestamptz,
  change_number integer,
  owner varchar(40),
  hold_until timestamptz,
  version integer not null
);
create unique index drift_finding_one_open on drift_finding (device_id) where ended_at is null;
create index drift_finding_device on drift_finding (device_id, id desc);

-- What happened to a finding, by whom.
create table drift_entry (
  id bigint generated always as identity primary key,
  finding_id bigint not null references drift_finding,
  at timestamptz not null,
  person varchar(40) not null,
  step varchar(20) not null,
  words varchar(1000) not null
);
create index drift_entry_finding on drift_entry (finding_id, id);
