CREATE TABLE "revision" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"of" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"member_id" uuid,
	"device" text NOT NULL,
	"before" jsonb NOT NULL,
	"after" jsonb NOT NULL,
	CONSTRAINT "revision_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "revision" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "revision" ADD CONSTRAINT "revision_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "revision_of_subject" ON "revision" USING btree ("book_id","subject_id","at");--> statement-breakpoint
CREATE INDEX "revision_by_time" ON "revision" USING btree ("book_id","at");--> statement-breakpoint
CREATE POLICY "book_only" ON "revision" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);