-- What Safe Step stores, in the order of its slices. Times are UTC; secrets and configurations are encrypted before they come here.

-- ===== The network

create table network (
  id smallint primary key check (id = 1),
  name varchar(80) not null,
  zone varchar(60) not null,
  -- Where references of the house lead; null for nowhere.
  reference_link varchar(200)
);

-- ===== Mail

-- The server that people have said; without a row, the environment says which. Passwords are encrypted.
create table mail_server (
  id smallint primary key check (id = 1),
  -- What holds; null until another administrator has agreed for the first time.
  route jsonb,
  password text,
  -- What is wanted and waits until another administrator agrees.
  wanted jsonb,
  wanted_password text,
  wanted_by varchar(40),
  switched_off boolean not null default false,
  version integer not null default 0
);

-- ===== People and sessions

create table person (
  id bigint generated always as identity primary key,
  login varchar(40) not null unique,
  name varchar(100) not null,
  -- Null until one was chosen, and for those who are retired.
  password_hash varchar(200),
  roles varchar(200) not null,
  -- For which devices the roles hold; null for all.
  scope jsonb,
  -- What is wanted for them and waits until another administrator agrees.
  wish jsonb,
  -- Whether they ever were an administrator for all devices who could log in.
  administered boolean not null default false,
  -- A program with an account of its own, which comes in with tokens alone.
  service boolean not null default false,
  -- Whether an identity provider lets them in.
  signs_on boolean not null default false,
  -- Whether what they are is read from their groups there each time they come in.
  follows_groups boolean not null default false,
  -- By which their devices know whose passkey it is; says nothing of who they are. Null until there is one.
  passkey_handle varchar(100) unique,
  has_passkey boolean not null default false,
  -- With which their telephone shows codes, encrypted; null without a second factor.
  code_secret text,
  -- The step of the code that was taken last; none is taken twice.
  code_step bigint not null default 0,
  -- How people are told what they should know.
  email varchar(200),
  retired_at timestamptz,
  version integer not null default 0
);

-- Links with which somebody comes in once; without a person for the first administrator.
create table person_link (
  id bigint generated always as identity primary key,
  person_id bigint references person,
  token_hash varchar(64) not null unique,
  made_by varchar(40) not null,
  ends_at timestamptz not null,
  used_at timestamptz
);

-- With which programs come in; only the hash of each is kept.
create table person_token (
  id bigint generated always as identity primary key,
  person_id bigint not null references person,
  name varchar(60) not null,
  -- So that somebody who finds it knows which one it is.
  beginning varchar(12) not null,
  token_hash varchar(64) not null unique,
  rights varchar(600) not null,
  -- Null for that of the person.
  scope jsonb,
  made_by varchar(40) not null,
  made_at timestamptz not null,
  ends_at timestamptz not null,
  used_at timestamptz,
  used_from varchar(60),
  ended_at timestamptz,
  ended_by varchar(40)
);
create index person_token_person on person_token (person_id);

-- With which somebody comes in once whose telephone is lost; only hashes are kept.
create table recovery_code (
  id bigint generated always as identity primary key,
  person_id bigint not null references person,
  code_hash varchar(64) not null,
  used_at timestamptz
);
create index recovery_code_person on recovery_code (person_id);

-- When somebody is away, and who acts for them.
create table person_leave (
  id bigint generated always as identity primary key,
  person_id bigint not null references person,
  begins_at timestamptz not null,
  ends_at timestamptz not null,
  deputy_id bigint references person,
  said_by varchar(40) not null
);
create index person_leave_person on person_leave (person_id, ends_at);

-- Those who say who somebody is (OpenID Connect).
create table identity_provider (
  id bigint generated always as identity primary key,
  -- Part of the address to which it sends people back.
  slug varchar(30) not null unique,
  -- What holds; null until another administrator has agreed for the first time.
  settings jsonb,
  client_secret text,
  -- What is wanted and waits until another administrator agrees.
  wanted jsonb,
  wanted_secret text,
  wanted_by varchar(40),
  switched_off boolean not null default false,
  version integer not null default 0
);

-- As whom somebody is known there. The issuer stands beside each, since a subject means nothing without it.
create table person_identity (
  id bigint generated always as identity primary key,
  person_id bigint not null references person,
  provider_id bigint not null references identity_provider on delete cascade,
  issuer varchar(300) not null,
  subject varchar(255) not null,
  joined_at timestamptz not null,
  used_at timestamptz,
  unique (issuer, subject)
);
create index person_identity_person on person_identity (person_id);
create index person_identity_provider on person_identity (provider_id);

-- Keys of their devices with which somebody comes in (Web Authentication); the private halves stay there.
create table passkey (
  id bigint generated always as identity primary key,
  person_id bigint not null references person on delete cascade,
  name varchar(60) not null,
  -- Of which host; a device shows it to no other.
  host varchar(253) not null,
  credential_id varchar(1400) not null unique,
  attestation text not null,
  transports varchar(100) not null,
  signatures bigint not null,
  made_at timestamptz not null,
  used_at timestamptz
);
create index passkey_person on passkey (person_id);

create table team (
  id bigint generated always as identity primary key,
  name varchar(60) not null unique,
  -- When they are at work and who of them is on watch; null when nothing was ever said.
  rota jsonb
);

create table team_member (
  team_id bigint not null references team on delete cascade,
  person_id bigint not null references person,
  primary key (team_id, person_id)
);

create table spring_session (
  primary_id char(36) primary key,
  session_id char(36) not null,
  creation_time bigint not null,
  last_access_time bigint not null,
  max_inactive_interval integer not null,
  expiry_time bigint not null,
  principal_name varchar(100)
);
create unique index spring_session_ix1 on spring_session (session_id);
create index spring_session_ix2 on spring_session (expiry_time);
create index spring_session_ix3 on spring_session (principal_name);

create table spring_session_attributes (
  session_primary_id char(36) not null references spring_session (primary_id) on delete cascade,
  attribute_name varchar(200) not null,
  attribute_bytes bytea not null,
  primary key (session_primary_id, attribute_name)
);

-- ===== Jobs

-- Persistent jobs.
create table scheduled_tasks (
  task_name text not null,
  task_instance text not null,
  task_data bytea,
  execution_time timestamptz not null,
  picked boolean not null,
  picked_by text,
  last_success timestamptz,
  last_failure timestamptz,
  consecutive_failures integer,
  last_heartbeat timestamptz,
  version bigint not null,
  priority smallint,
  primary key (task_name, task_instance)
);
create index scheduled_tasks_execution_time on scheduled_tasks (execution_time);
create index scheduled_tasks_last_heartbeat on scheduled_tasks (last_heartbeat);

-- Persistent jobs that may take long and must not keep runs waiting.
create table background_tasks (like scheduled_tasks including all);

-- ===== Record

create table audit_entry (
  -- Its place: 1, 2, 3 and so on without gaps.
  id bigint primary key,
  at timestamptz not null,
  person varchar(40) not null,
  subject varchar(60) not null,
  action varchar(60) not null,
  detail text not null,
  -- The token with which a program did it; null when a person did.
  token bigint references person_token,
  -- By chance, so that the hash of an entry can be told without telling the entry.
  salt char(32) not null,
  hash char(64) not null
);
create index audit_entry_subject on audit_entry (subject, id);
create index audit_entry_person on audit_entry (person, id);
create index audit_entry_action on audit_entry (action, id);
create index audit_entry_at on audit_entry (at, id);
create index audit_entry_token on audit_entry (token, id) where token is not null;

create function refuse_rewriting() returns trigger language plpgsql as $$
begin
  raise exception 'the record is append-only';
end $$;
create trigger audit_entry_append_only before update or delete or truncate on audit_entry
  for each statement execute function refuse_rewriting();

-- Heads of the record that were written outside: in a file, by mail, to a log server.
create table record_head (
  id bigint generated always as identity primary key,
  number bigint not null,
  hash char(64) not null,
  at timestamptz not null,
  place varchar(10) not null,
  -- Why it could not be written there; null when it was.
  problem varchar(300)
);
create index record_head_place on record_head (place, id);

-- To whom heads are mailed.
create table record_heads_mail (
  id smallint primary key,
  version integer not null,
  addresses varchar(600) not null
);

-- Who looked at what: once an hour for each person and thing, beside the chain.
create table look (
  id bigint generated always as identity primary key,
  person varchar(40) not null,
  -- As the record calls it: a change, a device.
  subject varchar(60) not null,
  -- What of it, such as "backup 12"; empty for the thing itself.
  part varchar(60) not null,
  hour timestamptz not null,
  at timestamptz not null,
  unique (person, subject, part, hour)
);
create index look_subject on look (lower(subject), id);

-- ===== Credentials and devices

create table credential (
  id bigint generated always as identity primary key,
  name varchar(100) not null unique,
  login varchar(100) not null,
  secret bytea not null,
  -- The credential that is used where nothing else says which.
  standard boolean not null default false
);
create unique index credential_one_standard on credential (standard) where standard;

create table site (
  id bigint generated always as identity primary key,
  code varchar(10) not null unique,
  name varchar(100) not null
);

create table device (
  id bigint generated always as identity primary key,
  name varchar(60) not null unique,
  address varchar(253) not null,
  site_id bigint not null references site,
  role varchar(20) not null,
  platform varchar(40) not null,
  stance varchar(10) not null,
  partner_id bigint references device,
  host_key text,
  baseline_backup_id bigint,
  last_seen_at timestamptz,
  last_problem text,
  model varchar(100),
  serial varchar(100) unique,
  software varchar(100),
  seen_serial varchar(100),
  offered_host_key text,
  offered_host_key_at timestamptz,
  unsaved boolean,
  matches boolean,
  backed_up_at timestamptz,
  added_at timestamptz not null default now(),
  -- The last attempt, when it failed; when the device was last seen to match; what it says about itself being unchanged.
  backup_failed_at timestamptz,
  backup_problem text,
  matched_at timestamptz,
  marker varchar(400),
  marker_at timestamptz,
  -- What is said for one device about the way into it; null where its platform profile says it.
  port integer check (port between 1 and 65535),
  connect_seconds integer check (connect_seconds between 1 and 300),
  log_in_seconds integer check (log_in_seconds between 1 and 300),
  answer_seconds integer check (answer_seconds between 1 and 900)
);
create unique index device_place on device (address, coalesce(port, 0), platform);
create index device_site on device (site_id);

create table device_label (
  device_id bigint not null references device,
  label varchar(40) not null,
  primary key (device_id, label)
);

-- Where a credential is used: at one device, in a group, at a site.
create table credential_use (
  id bigint generated always as identity primary key,
  credential_id bigint not null references credential,
  place varchar(10) not null,
  place_id bigint not null,
  unique (place, place_id)
);
create index credential_use_credential on credential_use (credential_id);

-- ===== Groups, lists and rounds

-- A group holds the devices that were put into it, or those that fit its rule.
create table device_group (
  id bigint generated always as identity primary key,
  name varchar(60) not null unique,
  note varchar(200) not null,
  rule jsonb
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

-- What people have typed and not saved, encrypted.
create table unsaved_text (
  id bigint generated always as identity primary key,
  person_id bigint not null references person on delete cascade,
  place varchar(80) not null,
  content text not null,
  typed_at timestamptz not null,
  unique (person_id, place)
);
create index unsaved_text_typed on unsaved_text (typed_at);

-- One action on many devices, with a result for each.
create table round (
  id bigint generated always as identity primary key,
  action varchar(30) not null,
  argument text not null,
  started_by varchar(40) not null,
  started_at timestamptz not null,
  ended_at timestamptz,
  stop_requested_by varchar(40),
  retry_of bigint references round,
  -- Devices of a round may be begun over a stretch of time.
  spread_minutes integer not null default 0
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
  due_at timestamptz not null,
  unique (round_id, device_id)
);
create index round_device_device on round_device (device_id, id desc);

-- Rounds that begin by themselves, again and again.
create table regular_round (
  id bigint generated always as identity primary key,
  name varchar(60) not null unique,
  action varchar(30) not null,
  group_id bigint references device_group,
  first_day date not null,
  at_time time not null,
  recurrence varchar(200) not null,
  zone varchar(60) not null,
  spread_minutes integer not null,
  active boolean not null,
  changed_by varchar(40) not null,
  next_at timestamptz,
  last_round_id bigint references round,
  last_words varchar(200) not null
);
create index regular_round_due on regular_round (next_at) where active;

-- ===== Cables and what stands at their ends

create table cable (
  id bigint generated always as identity primary key,
  one_device_id bigint not null references device,
  one_interface varchar(60) not null,
  other_device_id bigint not null references device,
  other_interface varchar(60) not null,
  unique (one_device_id, one_interface),
  unique (other_device_id, other_interface)
);

-- What is connected to an interface and is not one of the devices: a machine at the edge, or somebody else's device.
create table neighbouring_machine (
  id bigint generated always as identity primary key,
  name varchar(100) not null,
  device_id bigint not null references device,
  interface varchar(60) not null,
  address varchar(18),
  gateway varchar(15),
  unique (device_id, interface, name)
);

-- ===== Searches

-- A search for devices.
create table search (
  id bigint generated always as identity primary key,
  kind varchar(10) not null,
  ranges text not null,
  exclusions text not null,
  start_device_id bigint references device,
  depth integer not null,
  credentials text not null,
  total bigint not null,
  looked_at bigint not null,
  last_address bigint,
  from_host varchar(253) not null,
  started_by varchar(40) not null,
  started_at timestamptz not null,
  ended_at timestamptz,
  stop_requested_by varchar(40),
  skipped text not null,
  -- A search may try several ports at each address, in this order.
  ports varchar(100) not null default '',
  -- Whether every port is looked at, or only until a device is found.
  every_port boolean not null
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
  links jsonb not null,
  found_at timestamptz not null,
  port integer,
  -- What a search finds at an address, counted from 0.
  nth integer not null,
  unique (search_id, address, nth)
);
create index search_result_device on search_result (device_id);

-- ===== Backups

-- Texts of configurations, each once.
create table config_content (
  hash char(64) primary key,
  -- Compressed and encrypted.
  sealed bytea not null
);

create table backup (
  id bigint generated always as identity primary key,
  device_id bigint not null references device,
  kind varchar(10) not null,
  cause varchar(20) not null,
  taken_at timestamptz not null,
  hash char(64) not null references config_content (hash),
  change_number integer,
  -- A backup is a version: kept when the content differs from the one before, else the one before is confirmed.
  file varchar(40),
  confirmed_at timestamptz not null,
  confirmations integer not null default 0,
  label varchar(80) not null default '',
  taken_by varchar(40) not null default 'safe-step',
  summary varchar(400) not null default '',
  touches text not null default '',
  logged_in varchar(400) not null default '',
  size integer not null default 0,
  reference_reason varchar(300),
  reference_by varchar(40),
  reference_at timestamptz
);
create index backup_device on backup (device_id, kind, taken_at desc, id desc);
create index backup_hash on backup (hash);
create unique index backup_one_reference on backup (device_id) where reference_reason is not null;
create index backup_taken on backup (taken_at desc);

create table backup_policy (
  one boolean primary key default true check (one),
  old_after_hours integer not null,
  keep_days integer not null,
  keep_versions integer not null,
  clears_daily boolean not null
);
insert into backup_policy (old_after_hours, keep_days, keep_versions, clears_daily) values (36, 400, 30, false);

-- ===== Templates and pools

-- Lines with variables. What was used once stays as it was: a new text is a new version.
create table template (
  id bigint generated always as identity primary key,
  name varchar(80) not null unique,
  platform varchar(60) not null,
  description varchar(400) not null,
  retired boolean not null
);

create table template_version (
  id bigint generated always as identity primary key,
  template_id bigint not null references template,
  number integer not null,
  text text not null,
  undo text not null,
  variables jsonb not null,
  note varchar(400) not null,
  author_id bigint not null references person,
  created_at timestamptz not null,
  unique (template_id, number)
);

-- Values from which free ones are given, and what was given of them.
create table pool (
  id bigint generated always as identity primary key,
  name varchar(60) not null unique,
  kind varchar(10) not null,
  description varchar(400) not null,
  ranges text not null,
  exclusions text not null,
  length integer not null,
  number_place varchar(100) not null
);

-- What an installation gets once, so that it stays away when somebody removes it.
create table given_once (
  what varchar(40) primary key,
  given_at timestamptz not null
);

-- ===== Checks and rules

-- Checks that have a name, to be taken into changes.
create table library_check (
  id bigint generated always as identity primary key,
  name varchar(80) not null unique,
  description text not null,
  definition jsonb not null,
  version integer not null,
  written_by varchar(40) not null,
  written_at timestamptz not null
);

create table check_set (
  id bigint generated always as identity primary key,
  name varchar(80) not null unique,
  description text not null,
  rule jsonb not null,
  version integer not null
);

create table check_set_member (
  set_id bigint not null references check_set on delete cascade,
  check_id bigint not null references library_check,
  position integer not null,
  primary key (set_id, position)
);

-- Flows that have a name and are looked at for every change near them.
create table network_service (
  id bigint generated always as identity primary key,
  name varchar(80) not null unique,
  description text not null,
  address varchar(15) not null,
  port integer,
  severity varchar(10) not null,
  settle_seconds integer not null,
  -- Whose it is; null for nobody's.
  team_id bigint references team on delete set null,
  version integer not null
);

create table network_service_end (
  service_id bigint not null references network_service on delete cascade,
  device_id bigint not null references device on delete cascade,
  source varchar(15),
  position integer not null,
  primary key (service_id, position)
);

-- What configurations of a group must keep. What a rule says is never changed: a change makes another version.
create table config_rule (
  id bigint generated always as identity primary key,
  name varchar(80) not null unique,
  platform varchar(40) not null,
  group_id bigint references device_group,
  active boolean not null,
  stops_changes boolean not null,
  version_number integer not null,
  -- When every device that a rule is about was looked at after the rule was written as it is now; null until then.
  looked_at timestamptz
);

create table config_rule_version (
  id bigint generated always as identity primary key,
  rule_id bigint not null references config_rule on delete cascade,
  number integer not null,
  content jsonb not null,
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

-- ===== Changes

create sequence change_number start 1001;

-- Log-ins that were begun and have not succeeded, for all processes together: passwords can't be tried out in numbers.
create table login_failure (
  id bigint generated always as identity primary key,
  -- A log-in name, or an address.
  tried varchar(120) not null,
  at timestamptz not null
);
create index login_failure_tried on login_failure (tried, at);
create index login_failure_at on login_failure (at);

-- Kinds of change that are approved once for all of their uses.
create table standard_change (
  id bigint generated always as identity primary key,
  name varchar(80) not null,
  retired_at timestamptz
);
create unique index standard_change_name on standard_change (lower(name)) where retired_at is null;

-- What a standard change says from one moment on; not changed once it was asked for.
create table standard_version (
  id bigint generated always as identity primary key,
  standard_id bigint not null references standard_change,
  number integer not null,
  definition jsonb not null,
  state varchar(10) not null,
  -- Log-ins of everybody who wrote it.
  authors varchar(400) not null,
  written_at timestamptz not null,
  asked_at timestamptz,
  -- Names of the devices for which it is asked, and what approvals it needs, as they were then.
  devices jsonb,
  needs jsonb,
  seal char(64),
  approved_at timestamptz,
  valid_until timestamptz,
  suspended_at timestamptz,
  suspended_why text,
  unique (standard_id, number)
);

create table standard_decision (
  id bigint generated always as identity primary key,
  version_id bigint not null references standard_version,
  person_id bigint not null references person,
  verdict varchar(10) not null,
  comment text not null,
  seal char(64) not null,
  needs jsonb not null,
  acting_for varchar(40),
  decided_at timestamptz not null
);
create index standard_decision_version on standard_decision (version_id);

create table change_request (
  id bigint generated always as identity primary key,
  number integer not null unique,
  title varchar(120) not null,
  reason text not null,
  category varchar(20) not null,
  state varchar(20) not null,
  author_id bigint not null references person,
  -- Log-ins of those who wrote it before it was handed over; none of them decides about it.
  earlier_authors varchar(400) not null default '',
  undo_accepted boolean not null,
  failure_rule varchar(20) not null,
  seal char(64),
  version integer not null,
  created_at timestamptz not null,
  updated_at timestamptz not null,
  submitted_at timestamptz,
  outcome_note text,
  -- Where the way back can't be proven, the device takes its startup configuration back as a whole.
  restores_startup boolean not null,
  -- How a change is run: what happens when something fails, and in which order.
  wave_first integer,
  wave_most integer,
  wave_pause_seconds integer not null default 0,
  waves_by_hand boolean not null default false,
  outside_windows boolean not null default false,
  -- Who wants it, who may have no account here, and what it is called elsewhere.
  requested_by varchar(100),
  requester_mail varchar(200),
  outside_reference varchar(60),
  -- The standard change as whose use it is written.
  standard_id bigint references standard_change,
  -- Why a change can't wait for its approval; null for one that can.
  emergency_reason text,
  -- A run that was stopped before anything was written has nothing to roll back, and its change is not said to be.
  nothing_written boolean not null default false,
  -- Until when the approval holds of which people were told that it ends soon.
  ending_told_for timestamptz,
  -- Where devices were changed outside on what it touches, so that it came back to its author.
  ground_moved text,
  -- When people were told that the review of an emergency is overdue.
  review_overdue_told_at timestamptz
);
create index change_request_state on change_request (state, updated_at desc);
create index change_request_submitted on change_request (submitted_at);

-- Groups that an author chose, and what they held when the change was saved.
create table change_group (
  change_id bigint not null references change_request,
  position integer not null,
  group_name varchar(60) not null,
  members text not null,
  primary key (change_id, position)
);

-- Devices of a change whose lines belong together, since they touch both ends of a link.
create table change_together (
  change_id bigint not null references change_request,
  position integer not null,
  one varchar(60) not null,
  other varchar(60) not null,
  primary key (change_id, position)
);

create table change_target (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  device_id bigint not null references device,
  position integer not null,
  wave integer not null,
  lines text not null,
  baseline_backup_id bigint references backup,
  script text,
  undo text,
  proven boolean not null,
  -- Lines, a whole configuration, or a backup to return to.
  way varchar(20) not null,
  wanted_backup_id bigint references backup,
  -- What an author says of one device beside lines: values for a template, or what becomes of lines that name a device.
  template_version_id bigint references template_version,
  -- How many commands the scripts have: what lists and times need of them, without opening them.
  commands integer not null default 0,
  undo_commands integer not null default 0,
  -- What parts of the network's work are touched.
  topics varchar(200) not null default '',
  -- Safe Step could not reach the device after one of the commands.
  cuts_path boolean not null default false,
  unique (change_id, device_id)
);
create index change_target_device on change_target (device_id);

-- With which version of what a device runs the ground of a change was compared last.
create table ground_look (
  target_id bigint primary key references change_target on delete cascade,
  base_id bigint not null,
  running_id bigint not null
);

create table change_target_value (
  target_id bigint not null references change_target on delete cascade,
  name varchar(400) not null,
  value text not null,
  primary key (target_id, name)
);

-- Lines for devices that somebody else runs: handed over, never sent.
create table change_sheet (
  change_id bigint not null references change_request,
  position integer not null,
  device varchar(100) not null,
  run_by varchar(200) not null,
  platform varchar(60),
  note varchar(1000) not null,
  lines text not null,
  undo text not null,
  primary key (change_id, position)
);

create table change_check (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  position integer not null,
  -- What is looked at, as a whole.
  definition jsonb not null,
  library varchar(80),
  service varchar(80),
  -- For how long a check has to be right without a break, where its author has not said it: from the timers of the devices.
  stays_seconds integer not null default 0,
  stays_because text not null default ''
);

-- Changes that were submitted within the bounds of a standard change, by the seal that they had then.
create table standard_use (
  change_id bigint not null references change_request,
  seal char(64) not null,
  version_id bigint not null references standard_version,
  at timestamptz not null,
  primary key (change_id, seal)
);
create index standard_use_version on standard_use (version_id);

create table approval (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  person_id bigint not null references person,
  verdict varchar(10) not null,
  comment text not null,
  seal char(64) not null,
  decided_at timestamptz not null,
  -- Keys of what it was given for, with commas between them.
  needs varchar(2000) not null default '',
  -- For whom somebody spoke who acts for them.
  acting_for varchar(40),
  -- Counts no more: what it was given for has come back to its author since.
  ended boolean not null default false
);

-- What changes held when they were submitted, by the seal that they had: what approvers saw.
create table seen_content (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  seal char(64) not null,
  kept_at timestamptz not null,
  content text not null
);
-- Who was shown the lines of which device, with the seal that the change had then.
create table change_opened (
  change_id bigint not null references change_request,
  seal char(64) not null,
  device_id bigint not null references device,
  person_id bigint not null references person,
  at timestamptz not null,
  primary key (change_id, seal, device_id, person_id)
);

create index seen_content_change on seen_content (change_id, id);

-- When a change needs whose approval.
create table approval_rule (
  id bigint generated always as identity primary key,
  name varchar(80) not null,
  active boolean not null,
  definition jsonb not null,
  version integer not null,
  removed_at timestamptz
);
create unique index approval_rule_name on approval_rule (lower(name)) where removed_at is null;

-- What each rule has been.
create table approval_rule_version (
  rule_id bigint not null references approval_rule,
  version integer not null,
  name varchar(80) not null,
  active boolean not null,
  definition jsonb not null,
  changed_by varchar(40) not null,
  changed_at timestamptz not null,
  primary key (rule_id, version)
);

-- The team that a site belongs to.
create table site_team (
  site_id bigint primary key references site,
  team_id bigint not null references team
);

-- How much each thing counts for the risk; without a row, what is usual.
create table risk_weights (
  id integer primary key check (id = 1),
  weights jsonb not null,
  version integer not null
);

-- Approvals that a change needs, by the rules under which it was submitted.
create table change_need (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  position integer not null,
  need jsonb not null,
  -- When people were told that it is past its time.
  overdue_told_at timestamptz,
  unique (change_id, position)
);

-- The risk of a change when it was submitted.
create table change_risk (
  change_id bigint primary key references change_request,
  risk jsonb not null
);
create index approval_change on approval (change_id);

-- What people say about lines of a difference.
create table line_comment (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  -- The line that it is about; all null when it is about the change as a whole.
  device varchar(60),
  side varchar(10),
  -- The lines above it, each on a line; secrets masked, like the line itself.
  path text,
  line text,
  body text not null,
  -- Whether it has to be settled before the change is approved.
  question boolean not null,
  author_id bigint not null references person,
  written_at timestamptz not null,
  resolved_by_id bigint references person,
  resolved_at timestamptz
);
create index line_comment_change on line_comment (change_id);

create table line_answer (
  id bigint generated always as identity primary key,
  comment_id bigint not null references line_comment,
  body text not null,
  author_id bigint not null references person,
  written_at timestamptz not null
);
create index line_answer_comment on line_answer (comment_id);

create table allocation (
  id bigint generated always as identity primary key,
  pool_id bigint not null references pool,
  change_number integer not null,
  -- For what it was given: a variable of a device, or a link.
  place varchar(300) not null,
  value varchar(60) not null,
  first_value bigint not null,
  last_value bigint not null,
  person_id bigint not null references person,
  given_at timestamptz not null,
  freed_at timestamptz,
  freed_reason varchar(400)
);
create index allocation_change on allocation (change_number);
create unique index allocation_held on allocation (pool_id, first_value) where freed_at is null;
create unique index allocation_place on allocation (pool_id, change_number, place) where freed_at is null;

-- ===== Windows and freezes

create table change_window (
  id bigint generated always as identity primary key,
  name varchar(80) not null,
  zone varchar(60) not null,
  first_day date not null,
  opens time not null,
  closes time not null,
  recurrence varchar(200),
  -- From then on a window opens no more. Openings that had begun stay, and so does what was booked into them.
  retired_at timestamptz
);

-- Stretches of time in which changes may not run. Wall times, in the zone beside them. One that was lifted stays on record.
create table change_freeze (
  id bigint generated always as identity primary key,
  name varchar(80) not null,
  reason text not null,
  zone varchar(60) not null,
  begins timestamp not null,
  ends timestamp not null,
  recurrence varchar(200),
  added_by varchar(40) not null,
  added_at timestamptz not null,
  lifted_by varchar(40),
  lifted_at timestamptz,
  lifted_why text
);
create unique index freeze_one_in_force on change_freeze (lower(name)) where lifted_at is null;

create table freeze_group (
  freeze_id bigint not null references change_freeze,
  group_id bigint not null references device_group on delete cascade,
  primary key (freeze_id, group_id)
);

-- For which sites and groups it holds; for the whole network when there is none of either.
create table freeze_site (
  freeze_id bigint not null references change_freeze,
  site_id bigint not null references site,
  primary key (freeze_id, site_id)
);

create table booking (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  window_id bigint not null references change_window,
  opens_at timestamptz not null,
  closes_at timestamptz not null,
  automatic boolean not null,
  booked_by bigint not null references person,
  booked_at timestamptz not null,
  cancelled_at timestamptz,
  refusal text
);
create unique index booking_one_alive on booking (change_id) where cancelled_at is null;
create index booking_opens on booking (opens_at) where cancelled_at is null;

-- ===== Runs

create table run (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  state varchar(20) not null,
  seal char(64) not null,
  started_by varchar(40) not null,
  started_at timestamptz not null,
  ended_at timestamptz,
  estimated_end timestamptz not null,
  turn_back_at timestamptz not null,
  window_opens_at timestamptz not null,
  window_closes_at timestamptz not null,
  stop_requested_at timestamptz,
  stop_requested_by varchar(40),
  verdict text,
  -- Who drives a run now: a process that takes it over raises the number, and one with a lower number writes nothing more.
  epoch integer not null default 0,
  failure_rule varchar(20) not null default 'UNDO_ALL',
  pause_between_waves integer not null default 0,
  turning_back boolean not null default false,
  pause varchar(20) not null default 'NONE',
  way_back_seconds bigint not null default 0,
  hold_reason varchar(20),
  hold_devices text,
  held_since timestamptz,
  -- The freeze at whose beginning a run has to be done; null when that is the end of its window.
  freeze_name varchar(80)
);
create index run_change on run (change_id);
create index run_started on run (started_at);
create index run_ended on run (ended_at);

create table run_device (
  id bigint generated always as identity primary key,
  run_id bigint not null references run,
  device_id bigint not null references device,
  target_id bigint not null references change_target,
  position integer not null,
  wave integer not null,
  written boolean not null,
  before_backup_id bigint references backup,
  after_backup_id bigint references backup,
  holds text,
  timer boolean not null default false,
  has_script boolean not null default true,
  timer_token varchar(60),
  timer_until timestamptz,
  taken_back boolean not null default false,
  skipped boolean not null default false,
  skipped_by varchar(40),
  skip_reason text,
  whole_back boolean not null default false
);
create index run_device_run on run_device (run_id);

create table run_step (
  id bigint generated always as identity primary key,
  run_device_id bigint not null references run_device,
  phase varchar(20) not null,
  state varchar(12) not null,
  started_at timestamptz not null,
  ended_at timestamptz,
  words text
);
create index run_step_device on run_step (run_device_id, id);

create table run_line (
  id bigint generated always as identity primary key,
  run_id bigint not null references run,
  run_device_id bigint references run_device,
  at timestamptz not null,
  kind varchar(10) not null,
  text text not null,
  phase varchar(20),
  step_state varchar(12)
);
create index run_line_run on run_line (run_id, id);

-- What a person did to a run. An override and an acceptance need a second person.
create table run_control (
  id bigint generated always as identity primary key,
  run_id bigint not null references run,
  run_device_id bigint references run_device,
  kind varchar(20) not null,
  phase varchar(20),
  reason text not null,
  asked_by varchar(40) not null,
  asked_at timestamptz not null,
  seconded_by varchar(40),
  seconded_at timestamptz
);
create index run_control_run on run_control (run_id, id);

-- Each time that something is taken back.
create table run_rollback (
  id bigint generated always as identity primary key,
  run_id bigint not null references run,
  number integer not null,
  cause varchar(20) not null,
  words text not null,
  whole boolean not null,
  devices text not null,
  begun_at timestamptz not null,
  ended_at timestamptz,
  state varchar(20),
  verdict text
);
create unique index run_rollback_run on run_rollback (run_id, number);

-- A device that runs one change can't run another at the same time (law 6).
create table device_claim (
  device_id bigint primary key references device,
  run_id bigint not null references run
);

create table check_result (
  id bigint generated always as identity primary key,
  run_device_id bigint not null references run_device,
  check_id bigint not null references change_check,
  stage varchar(10) not null,
  observed text not null,
  summary text not null,
  words text not null,
  attempt integer not null,
  at timestamptz not null,
  outcome varchar(10) not null,
  output text not null default '',
  seen boolean not null default true
);
create index check_result_device on check_result (run_device_id, id);

-- What a person is asked by a check of a run, and what they answered.
create table check_question (
  id bigint generated always as identity primary key,
  run_device_id bigint not null references run_device,
  check_id bigint not null references change_check,
  asked_at timestamptz not null,
  waits_until timestamptz not null,
  confirmed boolean,
  words text,
  answered_by varchar(40),
  answered_at timestamptz,
  unique (run_device_id, check_id)
);

-- Who opened the results of a check first.
create table check_opening (
  run_device_id bigint not null references run_device,
  check_id bigint not null references change_check,
  opened_by varchar(40) not null,
  opened_at timestamptz not null,
  primary key (run_device_id, check_id)
);

-- ===== Drift

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
create index drift_finding_device on drift_finding (device_id, id desc);
create unique index drift_finding_one_open on drift_finding (device_id) where ended_at is null;

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

-- What is asked for in a group beyond what holds everywhere: who is told, and how soon somebody has to have decided.
create table drift_policy (
  id bigint generated always as identity primary key,
  group_id bigint not null unique references device_group on delete cascade,
  team_id bigint references team,
  person_id bigint references person,
  decide_within_hours integer,
  -- What becomes of a change to a device of the group that differs from its baseline beside the change; null: as everywhere.
  undecided varchar(10)
);

-- ===== Notices

-- What happened, stored in the transaction in which it happened, until people are told.
create table notice_event (
  id bigint generated always as identity primary key,
  kind varchar(20) not null,
  device_id bigint not null references device,
  words text not null,
  link varchar(200) not null,
  at timestamptz not null,
  told_at timestamptz
);
create index notice_event_untold on notice_event (id) where told_at is null;

-- What a person was told.
create table notice (
  id bigint generated always as identity primary key,
  -- Null for somebody without an account, who is mailed alone.
  person_id bigint references person,
  kind varchar(20) not null,
  at timestamptz not null,
  title varchar(300) not null,
  text text not null,
  link varchar(200) not null,
  read_at timestamptz,
  mail_to varchar(200),
  mail_sent_at timestamptz,
  mail_attempts integer not null default 0,
  mail_problem text
);
create index notice_person on notice (person_id, id desc);
create index notice_unsent on notice (id) where mail_to is not null and mail_sent_at is null;

-- Events that a person gets with others once a day.
create table notice_collected (
  person_id bigint not null references person,
  event_id bigint not null references notice_event,
  primary key (person_id, event_id)
);

-- What a person wants to be told, and how; without a row, what is usual.
create table notice_wish (
  person_id bigint not null references person,
  kind varchar(20) not null,
  pace varchar(10) not null,
  mail boolean not null,
  primary key (person_id, kind)
);

-- Where the program of a team is told what its people are told. Address and key are encrypted.
create table team_hook (
  team_id bigint primary key references team,
  address text not null,
  key text not null,
  set_by varchar(40) not null,
  set_at timestamptz not null
);

-- What such a program is to be told, until it has taken it; once for all of a team who are told the same in a transaction.
create table team_hook_message (
  id bigint generated always as identity primary key,
  team_id bigint not null references team,
  kind varchar(20) not null,
  words varchar(300) not null,
  link varchar(200) not null,
  at timestamptz not null,
  told_in bigint not null default txid_current(),
  attempts integer not null default 0,
  taken_at timestamptz,
  problem varchar(300),
  unique (team_id, kind, link, told_in)
);
create index team_hook_message_waiting on team_hook_message (id) where taken_at is null;

-- ===== Lists that are kept

-- Lists that many people ask for again and again are kept as they were read until something that they show is written. Each
-- transaction that writes such a thing moves a counter of the list that nobody else holds, so that no writer waits for
-- another; committed, it moves the sum. A list has as many counters as there ever were such transactions at once.
create table list_counter (
  id integer generated always as identity primary key,
  list varchar(20) not null,
  moved bigint not null
);
create index list_counter_list on list_counter (list);

create function list_moved(moving varchar) returns void language plpgsql as $$
begin
  update list_counter set moved = moved + 1
      where id = (select id from list_counter where list = moving limit 1 for update skip locked);
  if not found then
      insert into list_counter (list, moved) values (moving, 1);
  end if;
end
$$;

create function move_list() returns trigger language plpgsql as $$
begin
  perform list_moved(tg_argv[0]);
  return null;
end
$$;

-- All devices.
do $$
declare
  shown text;
begin
  foreach shown in array array['device', 'device_label', 'device_group', 'device_group_member', 'site', 'credential',
          'credential_use'] loop
      execute format('create trigger device_list after insert or update or delete or truncate on %I'
          || ' for each statement execute function move_list(''device'')', shown);
  end loop;
end
$$;

-- What changes wait for. What a run has done is not counted: it moves many times a second, and is looked at again soon.
do $$
declare
  shown text;
begin
  foreach shown in array array['change_request', 'change_target', 'change_need', 'approval', 'standard_version',
          'standard_use', 'booking', 'change_window', 'change_freeze', 'run', 'person_leave', 'team_member', 'site_team'] loop
      execute format('create trigger open_list after insert or update or delete or truncate on %I'
          || ' for each statement execute function move_list(''open'')', shown);
  end loop;
end
$$;

-- Changes that are over, with the names that stand in their list.
create function move_ended_list() returns trigger language plpgsql as $$
begin
  if exists (select 1 from written where state in ('CLOSED', 'REJECTED', 'WITHDRAWN')) then
      perform list_moved('ended');
  end if;
  return null;
end
$$;
create trigger ended_list_longer after insert on change_request referencing new table as written
  for each statement execute function move_ended_list();
create trigger ended_list after update on change_request referencing new table as written
  for each statement execute function move_ended_list();
create trigger ended_list_shorter after delete or truncate on change_request
  for each statement execute function move_list('ended');

create function move_ended_list_of_names() returns trigger language plpgsql as $$
begin
  if exists (select 1 from written w join before b on b.id = w.id where b.name <> w.name) then
      perform list_moved('ended');
  end if;
  return null;
end
$$;
create trigger ended_list after update on device referencing old table as before new table as written
  for each statement execute function move_ended_list_of_names();
create trigger ended_list after update on person referencing old table as before new table as written
  for each statement execute function move_ended_list_of_names();

-- ===== What refers to what comes later

alter table device add foreign key (baseline_backup_id) references backup;
