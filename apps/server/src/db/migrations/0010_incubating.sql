CREATE TABLE "hatch_record" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"basis" text NOT NULL,
	"record" jsonb,
	CONSTRAINT "hatch_record_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "hatch_record" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "alarm" RENAME COLUMN "unit_id" TO "place_id";--> statement-breakpoint
ALTER TABLE "alarm" DROP CONSTRAINT "alarm_book_id_unit_id_unit_book_id_id_fk";
--> statement-breakpoint
DROP INDEX "alarm_of_unit";--> statement-breakpoint
ALTER TABLE "clutch" ALTER COLUMN "box_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "place" ADD COLUMN "grid" jsonb;--> statement-breakpoint
ALTER TABLE "place" ADD COLUMN "bands" jsonb;--> statement-breakpoint
ALTER TABLE "probe" ADD COLUMN "calibrations" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "humidity" real;--> statement-breakpoint
ALTER TABLE "clutch" ADD COLUMN "kind" text DEFAULT 'clutch' NOT NULL;--> statement-breakpoint
ALTER TABLE "clutch" ADD COLUMN "counted" jsonb;--> statement-breakpoint
ALTER TABLE "egg" ADD COLUMN "cell" integer;--> statement-breakpoint
ALTER TABLE "reading_hour" ADD COLUMN "humidities" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "reading_hour" ADD COLUMN "min_humidity" real;--> statement-breakpoint
ALTER TABLE "reading_hour" ADD COLUMN "max_humidity" real;--> statement-breakpoint
ALTER TABLE "reading_hour" ADD COLUMN "sum_humidity" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "hatch_record" ADD CONSTRAINT "hatch_record_book_id_id_clutch_book_id_id_fk" FOREIGN KEY ("book_id","id") REFERENCES "public"."clutch"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alarm" ADD CONSTRAINT "alarm_book_id_place_id_place_book_id_id_fk" FOREIGN KEY ("book_id","place_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "alarm_of_place" ON "alarm" USING btree ("book_id","place_id","raised_at");--> statement-breakpoint
CREATE POLICY "book_only" ON "hatch_record" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);