-- What configurations of a group must keep. What a rule says is never changed: a change makes another version.
create table config_rule (
  id bigint generated always as identity primary key,
  name varchar(80) not null unique,
  platform varchar(40) not null,
  group_id bigint references device_group,
  active boolean not null,
  stops_changes boolean not null,
  version_number integer not null
);
create table config_rule_version (
  id bigint generated always as identity primary key,
  rule_id bigint not null references config_rule on delete cascade,
  number integer not null,
  content text not null,
  note varchar(300) not null,
  written_by varchar(40) not null,
  written_at timestamptz not null,
  unique (rule_id, number)
);
create table config_rule_exception (
  id bigint generated always as identity primary key,
  rule_id bigint not null references config_rule on delete cascade,
  device_id bigint not null references device,
  reason varchar(300) not null,
  until date not null,
  made_by varchar(40) not null,
  unique (rule_id, device_id)
);
-- Which devices do not keep a rule now.
create table config_rule_breach (
  rule_id bigint not null references config_rule on delete cascade,
  device_id bigint not null references device,
  since timestamptz not null,
  backup_id bigint not null references backup,
  breaches text not null,
  primary key (rule_id, device_id)
);
