-- Lines, a whole configuration, or a backup to return to.
alter table change_target add column way varchar(20) not null default 'LINES';
alter table change_target alter column way drop default;
alter table change_target add column wanted_backup_id bigint references backup;

-- Groups that an author chose, and what they held when the change was saved.
create table change_group (
  change_id bigint not null references change_request,
  position integer not null,
  group_name varchar(60) not null,
  members text not null,
  primary key (change_id, position)
);
