-- The list of all devices is kept as it was written until something that it shows is written. Each transaction that writes
-- such a thing moves a counter that nobody else holds, so that no writer waits for another; committed, it moves the sum.
-- There are as many counters as there ever were such transactions at once.
create table device_list_counter (
    id    integer generated always as identity primary key,
    moved bigint not null
);

create function move_device_list() returns trigger language plpgsql as $$
begin
    update device_list_counter set moved = moved + 1
        where id = (select id from device_list_counter limit 1 for update skip locked);
    if not found then
        insert into device_list_counter (moved) values (1);
    end if;
    return null;
end
$$;

do $$
declare
    shown text;
begin
    foreach shown in array array['device', 'device_label', 'device_group', 'device_group_member', 'site', 'credential',
            'credential_use'] loop
        execute format('create trigger device_list after insert or update or delete or truncate on %I'
            || ' for each statement execute function move_device_list()', shown);
    end loop;
end
$$;
