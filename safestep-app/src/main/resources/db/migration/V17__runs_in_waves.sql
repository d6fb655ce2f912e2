-- How a change is run: what happens when something fails, and in which order.
alter table change_request add column wave_first integer;
alter table change_request add column wave_most integer;
alter table change_request add column wave_pause_seconds integer not null default 0;
alter table change_request add column waves_by_hand boolean not null default false;

-- Who drives a run now: a process that takes it over raises the number, and one with a lower number writes nothing more.
alter table run add column epoch integer not null default 0;
alter table run add column failure_rule varchar(20) not null default 'UNDO_ALL';
alter table run add column pause_between_waves integer not null default 0;
alter table run add column turning_back boolean not null default false;
alter table run add column pause varchar(20) not null default 'NONE';
alter table run add column way_back_seconds bigint not null default 0;
alter table run add column hold_reason varchar(20);
alter table run add column hold_devices text;
alter table run add column held_since timestamptz;

alter table run_device add column timer boolean not null default false;
alter table run_device add column has_script boolean not null default true;
alter table run_device add column timer_token varchar(60);
alter table run_device add column timer_until timestamptz;
alter table run_device add column taken_back boolean not null default false;
alter table run_device add column skipped boolean not null default false;
alter table run_device add column skipped_by varchar(40);
alter table run_device add column skip_reason text;
alter table run_device add column whole_back boolean not null default false;
create index run_device_run on run_device (run_id);

-- Runs from before go on by the one rule that there was: what was begun to be undone is undone as a whole.
update run_device d set taken_back = true
  where exists (select 1 from run_step s where s.run_device_id = d.id and s.phase like 'UNDO%');
update run r set turning_back = true
  where exists (select 1 from run_device d where d.run_id = r.id and d.taken_back) or r.state = 'ROLLED_BACK';

alter table run_line alter column kind type varchar(10);
alter table run_line add column phase varchar(20);
alter table run_line add column step_state varchar(12);

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
