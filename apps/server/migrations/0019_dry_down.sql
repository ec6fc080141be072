-- Jobs whose colour was read wet and cured: a shop's own dry-down is worked out from them.
CREATE INDEX repair_read_wet ON repair (updated_at DESC) WHERE inputs #>> '{finish,colour,trials}' LIKE '%"wet":{%';
