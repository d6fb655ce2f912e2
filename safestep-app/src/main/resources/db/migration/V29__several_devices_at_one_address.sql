-- Several devices may stand behind one address, each with a port of its own.
alter table device drop constraint device_address_key;
create unique index device_place on device (address, coalesce(port, 0), platform);

-- What a search finds at an address, counted from 0.
alter table search_result add column nth integer not null default 0;
alter table search_result drop constraint search_result_search_id_address_key;
alter table search_result add unique (search_id, address, nth);
alter table search_result alter column nth drop default;

-- Whether every port is looked at, or only until a device is found.
alter table search add column every_port boolean not null default false;
alter table search alter column every_port drop default;
