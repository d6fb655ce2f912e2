-- What is looked at is written down as a whole, since it is more than a read command now.
alter table change_check add column definition text;
alter table change_check add column library varchar(80);
alter table change_check add column service varchar(80);
update change_check set definition = jsonb_build_object(
  'name', null,
  'look', jsonb_build_object(
    'kind', 'READ', 'read', read_name, 'from', null, 'question', null,
    'arguments', case when argument is null then '{}'::jsonb else jsonb_build_object('address', argument) end),
  'extraction', jsonb_build_object(
    'kind', 'ROWS', 'expression', null, 'columns', '[]'::jsonb, 'only', null, 'masked', '[]'::jsonb, 'number', false),
  'expectation', expectation,
  'value', value,
  'before', case when expectation = 'REACHABLE' then 'PASSES' else 'ANY' end,
  'notYetUntil', null,
  'settleSeconds', settle_seconds,
  'everySeconds', 2,
  'severity', 'FAIL',
  'devices', '[]'::jsonb)::text;
alter table change_check alter column definition set not null;
alter table change_check drop column read_name, drop column argument, drop column expectation, drop column value,
  drop column settle_seconds;

alter table check_result add column outcome varchar(10);
alter table check_result add column output text not null default '';
alter table check_result add column seen boolean not null default true;
update check_result set outcome = case when passed then 'PASSED' else 'FAILED' end;
alter table check_result alter column outcome set not null;
alter table check_result drop column passed;

-- Checks that have a name, to be taken into changes.
create table library_check (
  id bigint generated always as identity primary key,
  name varchar(80) not null unique,
  description text not null,
  definition text not null,
  version integer not null,
  written_by varchar(40) not null,
  written_at timestamptz not null
);

create table check_set (
  id bigint generated always as identity primary key,
  name varchar(80) not null unique,
  description text not null,
  rule text not null,
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
  version integer not null
);
create table network_service_end (
  service_id bigint not null references network_service on delete cascade,
  device_id bigint not null references device on delete cascade,
  source varchar(15),
  position integer not null,
  primary key (service_id, position)
);

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
