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

-- For which sites and groups it holds; for the whole network when there is none of either.
create table freeze_site (
  freeze_id bigint not null references change_freeze,
  site_id bigint not null references site,
  primary key (freeze_id, site_id)
);
create table freeze_group (
  freeze_id bigint not null references change_freeze,
  group_id bigint not null references device_group on delete cascade,
  primary key (freeze_id, group_id)
);

-- The freeze at whose beginning a run has to be done; null when that is the end of its window.
alter table run add column freeze_name varchar(80);
