-- Where the way back can't be proven, the device takes its startup configuration back as a whole.
alter table change_request add column restores_startup boolean not null default false;
alter table change_request alter column restores_startup drop default;
