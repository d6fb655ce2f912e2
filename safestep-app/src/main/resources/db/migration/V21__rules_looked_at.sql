-- When every device that a rule is about was looked at after the rule was written as it is now; null until then.
alter table config_rule add column looked_at timestamptz;
update config_rule set looked_at = now();
