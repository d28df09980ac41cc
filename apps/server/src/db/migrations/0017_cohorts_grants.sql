GRANT SELECT, INSERT, UPDATE ON cohort TO app_rw;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON feeder_plan TO app_rw;
