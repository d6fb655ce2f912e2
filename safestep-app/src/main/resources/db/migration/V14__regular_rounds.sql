-- Devices of a round may be begun over a stretch of time.
alter table round add column spread_minutes integer not null default 0;
alter table round_device add column due_at timestamptz;
update round_device d set due_at = r.started_at from round r where r.id = d.round_id;
alter table round_device alter column due_at set not null;

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
