CREATE TABLE "recipe" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"parts" jsonb NOT NULL,
	"keeps_days" integer NOT NULL,
	"portion_share" double precision,
	"portion_grams" double precision,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "recipe_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "recipe" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE UNIQUE INDEX "recipe_name" ON "recipe" USING btree ("book_id",lower("name")) WHERE not "recipe"."withdrawn";--> statement-breakpoint
CREATE POLICY "book_only" ON "recipe" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON recipe TO app_rw;--> statement-breakpoint
CREATE TRIGGER keep_revision AFTER UPDATE ON recipe FOR EACH ROW EXECUTE FUNCTION keep_revision();--> statement-breakpoint
CREATE TRIGGER keep_making AFTER INSERT ON recipe FOR EACH ROW EXECUTE FUNCTION keep_revision();
