GRANT SELECT, INSERT, UPDATE ON hatch_record TO app_rw;
