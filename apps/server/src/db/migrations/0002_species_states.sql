ALTER TABLE "protocol" ADD COLUMN "latin" text;--> statement-breakpoint
ALTER TABLE "protocol" ADD COLUMN "state" text DEFAULT 'kept' NOT NULL;--> statement-breakpoint
ALTER TABLE "protocol" ADD COLUMN "merged_into_id" uuid;--> statement-breakpoint
ALTER TABLE "protocol" ADD CONSTRAINT "protocol_book_id_merged_into_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","merged_into_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- What a species is called, and whether it is hidden, removed or merged, is a keeper's word like any other.
CREATE TRIGGER keep_revision AFTER UPDATE ON protocol FOR EACH ROW EXECUTE FUNCTION keep_revision();
