GRANT SELECT, INSERT, UPDATE ON gene_set, season_plan, line_goal TO app_rw;
