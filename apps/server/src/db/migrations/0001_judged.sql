CREATE TABLE "judged" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"animal_id" uuid NOT NULL,
	"from_day" date NOT NULL,
	"until_day" date NOT NULL,
	"rests" text NOT NULL,
	"row" text NOT NULL,
	"beside" text NOT NULL,
	CONSTRAINT "judged_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "judged" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "line_prior" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"day" date NOT NULL,
	"prior" jsonb NOT NULL,
	CONSTRAINT "line_prior_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "line_prior" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "judged" ADD CONSTRAINT "judged_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "judged_from" ON "judged" USING btree ("book_id","animal_id","from_day");--> statement-breakpoint
CREATE POLICY "book_only" ON "judged" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "line_prior" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
-- What is worked out again at any time may go at any time.
GRANT SELECT, INSERT, UPDATE, DELETE ON judged, line_prior TO app_rw;
