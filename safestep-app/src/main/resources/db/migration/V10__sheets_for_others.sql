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
