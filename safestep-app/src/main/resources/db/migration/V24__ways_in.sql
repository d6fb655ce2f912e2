-- What is said for one device about the way into it; null where its platform profile says it.
alter table device
  add column port integer check (port between 1 and 65535),
  add column connect_seconds integer check (connect_seconds between 1 and 300),
  add column log_in_seconds integer check (log_in_seconds between 1 and 300),
  add column answer_seconds integer check (answer_seconds between 1 and 900);

-- A search may try several ports at each address, in this order.
alter table search add column ports varchar(100) not null default '';
update search set ports = port::text;
alter table search drop column port;
alter table search_result add column port integer;
