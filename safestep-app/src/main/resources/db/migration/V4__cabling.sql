create table cable (
  id bigint generated always as identity primary key,
  one_device_id bigint not null references device,
  one_interface varchar(60) not null,
  other_device_id bigint not null references device,
  other_interface varchar(60) not null,
  unique (one_device_id, one_interface),
  unique (other_device_id, other_interface)
);

-- What is connected to an interface and is not one of the devices: a machine at the edge, or somebody else's device.
create table neighbouring_machine (
  id bigint generated always as identity primary key,
  name varchar(100) not null,
  device_id bigint not null references device,
  interface varchar(60) not null,
  address varchar(18),
  gateway varchar(15),
  unique (device_id, interface, name)
);
