-- The credential that is used where nothing else says which.
alter table credential add column standard boolean not null default false;
create unique index credential_one_standard on credential (standard) where standard;
update credential set standard = true where id = (select min(id) from credential);

-- Where a credential is used: at one device, in a group, at a site.
create table credential_use (
  id bigint generated always as identity primary key,
  credential_id bigint not null references credential,
  place varchar(10) not null,
  place_id bigint not null,
  unique (place, place_id)
);
create index credential_use_credential on credential_use (credential_id);
insert into credential_use (credential_id, place, place_id)
  select d.credential_id, 'DEVICE', d.id from device d join credential c on c.id = d.credential_id where not c.standard;
alter table device drop column credential_id;

-- A device may be reached by name.
alter table device alter column address type varchar(253);
alter table device
  add column model varchar(100),
  add column serial varchar(100) unique,
  add column software varchar(100),
  add column seen_serial varchar(100),
  add column offered_host_key text,
  add column offered_host_key_at timestamptz,
  add column unsaved boolean,
  add column matches boolean,
  add column backed_up_at timestamptz,
  add column added_at timestamptz not null default now();
create index device_site on device (site_id);

create table device_label (
  device_id bigint not null references device,
  label varchar(40) not null,
  primary key (device_id, label)
);

-- A group holds the devices that were put into it, or those that fit its rule.
create table device_group (
  id bigint generated always as identity primary key,
  name varchar(60) not null unique,
  note varchar(200) not null,
  rule text
);
create table device_group_member (
  group_id bigint not null references device_group,
  device_id bigint not null references device,
  primary key (group_id, device_id)
);
create index device_group_member_device on device_group_member (device_id);

-- How somebody likes to see a list.
create table saved_view (
  id bigint generated always as identity primary key,
  person_id bigint not null references person,
  page varchar(40) not null,
  name varchar(60) not null,
  content text not null,
  unique (person_id, page, name)
);

-- One action on many devices, with a result for each.
create table round (
  id bigint generated always as identity primary key,
  action varchar(30) not null,
  argument text not null,
  started_by varchar(40) not null,
  started_at timestamptz not null,
  ended_at timestamptz,
  stop_requested_by varchar(40),
  retry_of bigint references round
);
create table round_device (
  id bigint generated always as identity primary key,
  round_id bigint not null references round,
  device_id bigint not null references device,
  position integer not null,
  state varchar(12) not null,
  words text,
  detail text,
  ended_at timestamptz,
  unique (round_id, device_id)
);
create index round_device_device on round_device (device_id, id desc);

-- A search for devices.
create table search (
  id bigint generated always as identity primary key,
  kind varchar(10) not null,
  ranges text not null,
  exclusions text not null,
  start_device_id bigint references device,
  depth integer not null,
  port integer not null,
  credentials text not null,
  total bigint not null,
  looked_at bigint not null,
  last_address bigint,
  from_host varchar(253) not null,
  started_by varchar(40) not null,
  started_at timestamptz not null,
  ended_at timestamptz,
  stop_requested_by varchar(40),
  skipped text not null
);
create table search_result (
  id bigint generated always as identity primary key,
  search_id bigint not null references search,
  address varchar(253) not null,
  depth integer not null,
  state varchar(20) not null,
  words text not null,
  device_id bigint references device,
  credential_id bigint references credential on delete set null,
  platform varchar(40),
  maker varchar(100),
  name varchar(100),
  model varchar(100),
  serial varchar(100),
  software varchar(100),
  host_key text,
  links text not null,
  found_at timestamptz not null,
  unique (search_id, address)
);
create index search_result_device on search_result (device_id);

-- Persistent jobs that may take long and must not keep runs waiting.
create table background_tasks (like scheduled_tasks including all);
