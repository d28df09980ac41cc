CREATE TABLE "alarm" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"severity" text NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"raised_at" timestamp with time zone NOT NULL,
	"cleared_at" timestamp with time zone,
	"peak_c" real,
	"says" text NOT NULL,
	"todo" text NOT NULL,
	"seen_by" uuid,
	"seen_at" timestamp with time zone,
	CONSTRAINT "alarm_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "alarm" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "message" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"alarm_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL,
	"taken_at" timestamp with time zone,
	CONSTRAINT "message_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "message" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "reading_hour" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"probe_id" uuid NOT NULL,
	"hour" timestamp with time zone NOT NULL,
	"count" integer NOT NULL,
	"min_c" real NOT NULL,
	"max_c" real NOT NULL,
	"sum_c" double precision NOT NULL,
	CONSTRAINT "reading_hour_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "reading_hour" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "rest" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"plan_id" uuid NOT NULL,
	"protocol_id" uuid NOT NULL,
	"animal_id" uuid,
	"batch" jsonb,
	"unit_id" uuid,
	"tub" text DEFAULT '' NOT NULL,
	"moved" jsonb NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "rest_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "rest" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "rest_plan" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"anchor_kind" text NOT NULL,
	"anchor_day" date NOT NULL,
	"hemisphere" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "rest_plan_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "rest_plan" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "unit" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"make" text NOT NULL,
	"litres" integer,
	CONSTRAINT "unit_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "unit" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "weather_rule" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"act" text NOT NULL,
	"rule" jsonb NOT NULL,
	"station_id" uuid NOT NULL,
	"since" date NOT NULL,
	"animal_ids" jsonb NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "weather_rule_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "weather_rule" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "probe" ADD COLUMN "secret_hash" text;--> statement-breakpoint
ALTER TABLE "probe" ADD COLUMN "every_seconds" real;--> statement-breakpoint
ALTER TABLE "probe" ADD COLUMN "heard_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "alarm" ADD CONSTRAINT "alarm_book_id_unit_id_unit_book_id_id_fk" FOREIGN KEY ("book_id","unit_id") REFERENCES "public"."unit"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alarm" ADD CONSTRAINT "alarm_book_id_seen_by_member_book_id_id_fk" FOREIGN KEY ("book_id","seen_by") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_book_id_alarm_id_alarm_book_id_id_fk" FOREIGN KEY ("book_id","alarm_id") REFERENCES "public"."alarm"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_hour" ADD CONSTRAINT "reading_hour_book_id_probe_id_probe_book_id_id_fk" FOREIGN KEY ("book_id","probe_id") REFERENCES "public"."probe"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest" ADD CONSTRAINT "rest_book_id_plan_id_rest_plan_book_id_id_fk" FOREIGN KEY ("book_id","plan_id") REFERENCES "public"."rest_plan"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest" ADD CONSTRAINT "rest_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest" ADD CONSTRAINT "rest_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest" ADD CONSTRAINT "rest_book_id_unit_id_unit_book_id_id_fk" FOREIGN KEY ("book_id","unit_id") REFERENCES "public"."unit"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest_plan" ADD CONSTRAINT "rest_plan_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit" ADD CONSTRAINT "unit_book_id_id_place_book_id_id_fk" FOREIGN KEY ("book_id","id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weather_rule" ADD CONSTRAINT "weather_rule_book_id_station_id_place_book_id_id_fk" FOREIGN KEY ("book_id","station_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "alarm_of_unit" ON "alarm" USING btree ("book_id","unit_id","raised_at");--> statement-breakpoint
CREATE INDEX "message_by_time" ON "message" USING btree ("book_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "reading_hour_at" ON "reading_hour" USING btree ("book_id","probe_id","hour");--> statement-breakpoint
CREATE UNIQUE INDEX "rest_of_animal" ON "rest" USING btree ("book_id","plan_id","animal_id");--> statement-breakpoint
CREATE INDEX "rest_in_unit" ON "rest" USING btree ("book_id","unit_id");--> statement-breakpoint
CREATE POLICY "book_only" ON "alarm" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "message" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "reading_hour" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "rest" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "rest_plan" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "unit" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "weather_rule" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);