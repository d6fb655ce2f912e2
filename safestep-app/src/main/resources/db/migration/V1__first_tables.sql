-- All instants are UTC. Configuration texts are stored once, by hash.

create table person (
  id bigint generated always as identity primary key,
  login varchar(40) not null unique,
  name varchar(100) not null,
  password_hash varchar(200) not null,
  roles varchar(200) not null
);

create table audit_entry (
  id bigint generated always as identity primary key,
  at timestamptz not null,
  person varchar(40) not null,
  subject varchar(60) not null,
  action varchar(60) not null,
  detail text not null,
  previous_hash char(64) not null,
  hash char(64) not null
);
create index audit_entry_subject on audit_entry (subject, id);

create function refuse_rewriting() returns trigger language plpgsql as $$
begin
  raise exception 'the record is append-only';
end $$;
create trigger audit_entry_append_only before update or delete or truncate on audit_entry
  for each statement execute function refuse_rewriting();

create table site (
  id bigint generated always as identity primary key,
  code varchar(10) not null unique,
  name varchar(100) not null
);

create table credential (
  id bigint generated always as identity primary key,
  name varchar(100) not null unique,
  login varchar(100) not null,
  secret bytea not null
);

create table device (
  id bigint generated always as identity primary key,
  name varchar(60) not null unique,
  address varchar(15) not null unique,
  site_id bigint not null references site,
  role varchar(20) not null,
  platform varchar(40) not null,
  stance varchar(10) not null,
  partner_id bigint references device,
  credential_id bigint not null references credential,
  host_key text,
  baseline_backup_id bigint,
  last_seen_at timestamptz,
  last_problem text
);

create table config_content (
  hash char(64) primary key,
  text text not null
);

create table backup (
  id bigint generated always as identity primary key,
  device_id bigint not null references device,
  kind varchar(10) not null,
  cause varchar(20) not null,
  taken_at timestamptz not null,
  hash char(64) not null references config_content,
  change_number integer
);
create index backup_device on backup (device_id, taken_at desc);

alter table device add foreign key (baseline_backup_id) references backup;

create sequence change_number start 1001;

create table change_request (
  id bigint generated always as identity primary key,
  number integer not null unique,
  title varchar(120) not null,
  reason text not null,
  category varchar(20) not null,
  state varchar(20) not null,
  author_id bigint not null references person,
  undo_accepted boolean not null,
  failure_rule varchar(20) not null,
  seal char(64),
  version integer not null,
  created_at timestamptz not null,
  updated_at timestamptz not null,
  submitted_at timestamptz,
  outcome_note text
);
create index change_request_state on change_request (state, updated_at desc);

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
  unique (change_id, device_id)
);

create table change_check (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  position integer not null,
  read_name varchar(40) not null,
  argument varchar(60),
  expectation varchar(20) not null,
  value varchar(60),
  settle_seconds integer not null
);

create table approval (
  id bigint generated always as identity primary key,
  change_id bigint not null references change_request,
  person_id bigint not null references person,
  verdict varchar(10) not null,
  comment text not null,
  seal char(64) not null,
  decided_at timestamptz not null
);
create index approval_change on approval (change_id);

create table change_window (
  id bigint generated always as identity primary key,
  name varchar(80) not null,
  zone varchar(60) not null,
  first_day date not null,
  opens time not null,
  closes time not null,
  recurrence varchar(200)
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
  verdict text
);
create index run_change on run (change_id);

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
  holds text
);

-- A device that runs one change can't run another at the same time (law 6).
create table device_claim (
  device_id bigint primary key references device,
  run_id bigint not null references run
);

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
  text text not null
);
create index run_line_run on run_line (run_id, id);

create table check_result (
  id bigint generated always as identity primary key,
  run_device_id bigint not null references run_device,
  check_id bigint not null references change_check,
  stage varchar(10) not null,
  observed text not null,
  summary text not null,
  passed boolean not null,
  words text not null,
  attempt integer not null,
  at timestamptz not null
);
create index check_result_device on check_result (run_device_id, id);
