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
create unique index allocation_held on allocation (pool_id, first_value) where freed_at is null;
create unique index allocation_place on allocation (pool_id, change_number, place) where freed_at is null;
create index allocation_change on allocation (change_number);
