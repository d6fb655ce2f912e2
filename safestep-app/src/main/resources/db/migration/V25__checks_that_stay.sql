-- For how long a check has to be right without a break, where its author has not said it: from the timers of the devices.
alter table change_check add column stays_seconds integer not null default 0;
alter table change_check add column stays_because text not null default '';
