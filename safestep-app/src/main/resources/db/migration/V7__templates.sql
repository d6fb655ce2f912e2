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
  variables text not null,
  note varchar(400) not null,
  author_id bigint not null references person,
  created_at timestamptz not null,
  unique (template_id, number)
);

-- What an author says of one device beside lines: values for a template, or what becomes of lines that name a device.
alter table change_target add column template_version_id bigint references template_version;
create table change_target_value (
  target_id bigint not null references change_target on delete cascade,
  name varchar(400) not null,
  value text not null,
  primary key (target_id, name)
);
