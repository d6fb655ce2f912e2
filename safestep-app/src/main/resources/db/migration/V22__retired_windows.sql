-- From then on a window opens no more. Openings that had begun stay, and so does what was booked into them.
alter table change_window add column retired_at timestamptz;
