-- Editions of protocols can be read and added to, never changed or removed: verdicts of the past are shown by them.
GRANT SELECT, INSERT ON protocol_edition TO app_rw;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON photo, paper, scale TO app_rw;
