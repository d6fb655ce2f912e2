-- What becomes of a change to a device of the group that differs from its baseline beside the change; null: as everywhere.
alter table drift_policy add column undecided varchar(10);
