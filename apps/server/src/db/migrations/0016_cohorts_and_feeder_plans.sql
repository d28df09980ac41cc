CREATE TABLE "cohort" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"protocol_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"began" date NOT NULL,
	"lines" jsonb NOT NULL,
	"generation_least" integer,
	"generation_most" integer,
	"fertilised" text NOT NULL,
	"origin" text NOT NULL,
	"from_id" uuid,
	"place_id" uuid,
	"tubs" integer NOT NULL,
	"litres" real NOT NULL,
	"height_mm" real,
	"celsius" real NOT NULL,
	"then_c" real,
	"then_from" date,
	"host_plant" text NOT NULL,
	"ended" boolean DEFAULT false NOT NULL,
	CONSTRAINT "cohort_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "cohort" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "feeder_plan" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"protocol_id" uuid NOT NULL,
	"from_day" date NOT NULL,
	"until_day" date NOT NULL,
	"what" jsonb NOT NULL,
	"settled" text DEFAULT 'open' NOT NULL,
	CONSTRAINT "feeder_plan_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "feeder_plan" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "colony" ADD COLUMN "method" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_book_id_place_id_place_book_id_id_fk" FOREIGN KEY ("book_id","place_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_book_id_from_id_cohort_book_id_id_fk" FOREIGN KEY ("book_id","from_id") REFERENCES "public"."cohort"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feeder_plan" ADD CONSTRAINT "feeder_plan_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "cohort_name" ON "cohort" USING btree ("book_id","name");--> statement-breakpoint
CREATE INDEX "feeder_plan_open" ON "feeder_plan" USING btree ("book_id","settled");--> statement-breakpoint
CREATE POLICY "book_only" ON "cohort" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "feeder_plan" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);