CREATE TABLE "colony" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"protocol_id" uuid NOT NULL,
	"bins" integer NOT NULL,
	"celsius" real NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "colony_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "colony" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "colony" ADD CONSTRAINT "colony_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "colony_name" ON "colony" USING btree ("book_id","name");--> statement-breakpoint
CREATE POLICY "book_only" ON "colony" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);