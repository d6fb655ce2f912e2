-- Why a change can't wait for its approval; null for one that can.
alter table change_request add column emergency_reason text;
