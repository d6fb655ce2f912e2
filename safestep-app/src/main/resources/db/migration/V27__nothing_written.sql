-- A run that was stopped before anything was written has nothing to roll back, and its change is not said to be.
alter table change_request add column nothing_written boolean not null default false;

update change_request c set nothing_written = true
  where c.state = 'ROLLED_BACK' and not exists (
    select 1 from run r join run_device d on d.run_id = r.id where r.change_id = c.id and d.written);
