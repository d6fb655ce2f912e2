-- Lines, a whole configuration, or a backup to return to.
alter table change_target add column way varchar(20) not null default 'LINES';
alter table change_target alter column way drop default;
alter table change_target add column wanted_backup_id bigint references backup;
