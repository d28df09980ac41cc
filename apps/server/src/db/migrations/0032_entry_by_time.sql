DROP INDEX "entry_by_time";--> statement-breakpoint
CREATE INDEX "entry_by_time" ON "entry" USING btree ("book_id","at","id");