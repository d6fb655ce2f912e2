-- How people are told what they should know.
alter table person add column email varchar(200);

create table team (
  id bigint generated always as identity primary key,
  name varchar(60) not null unique
);
create table team_member (
  team_id bigint not null references team on delete cascade,
  person_id bigint not null references person,
  primary key (team_id, person_id)
);

-- What is asked for in a group beyond what holds everywhere: who is told, and how soon somebody has to have decided.
create table drift_policy (
  id bigint generated always as identity primary key,
  group_id bigint not null unique references device_group on delete cascade,
  team_id bigint references team,
  person_id bigint references person,
  decide_within_hours integer
);

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

-- What a person wants to be told, and how; without a row, what is usual.
create table notice_wish (
  person_id bigint not null references person,
  kind varchar(20) not null,
  pace varchar(10) not null,
  mail boolean not null,
  primary key (person_id, kind)
);

-- Events that a person gets with others once a day.
create table notice_collected (
  person_id bigint not null references person,
  event_id bigint not null references notice_event,
  primary key (person_id, event_id)
);

-- What a person was told.
create table notice (
  id bigint generated always as identity primary key,
  person_id bigint not null references person,
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
