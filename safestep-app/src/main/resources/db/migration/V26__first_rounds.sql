-- What an installation gets once, so that it stays away when somebody removes it.
create table given_once (
  what varchar(40) primary key,
  given_at timestamptz not null
);
