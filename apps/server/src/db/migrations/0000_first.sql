CREATE TABLE "book" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"zone" text NOT NULL,
	"weight_unit" text DEFAULT 'g' NOT NULL,
	"temperature_unit" text DEFAULT 'C' NOT NULL,
	"demo_day" date,
	"demo_seed" integer,
	CONSTRAINT "book_book_id_id_pk" PRIMARY KEY("book_id","id"),
	CONSTRAINT "book_is_itself" CHECK ("book"."book_id" = "book"."id")
);
--> statement-breakpoint
ALTER TABLE "book" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "entry" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"kind" text NOT NULL,
	"subject_type" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"precision" text NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"member_id" uuid NOT NULL,
	"device" text DEFAULT '' NOT NULL,
	"payload" jsonb NOT NULL,
	"strikes" uuid,
	CONSTRAINT "entry_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "entry" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "import_rest" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"file_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"imported" integer NOT NULL,
	"rows" jsonb NOT NULL,
	CONSTRAINT "import_rest_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "import_rest" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "member" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"password_hash" text NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "member_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "member" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "place" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"parent_id" uuid,
	"set_point_c" real,
	CONSTRAINT "place_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "place" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "probe" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"place_id" uuid NOT NULL,
	CONSTRAINT "probe_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "probe" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "protocol" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"code" text NOT NULL,
	"species" text NOT NULL,
	"document" jsonb NOT NULL,
	CONSTRAINT "protocol_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "protocol" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "reading" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"probe_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"celsius" real NOT NULL,
	CONSTRAINT "reading_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "reading" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "session" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"secret_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	CONSTRAINT "session_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "session" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "animal" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"tag" text NOT NULL,
	"protocol_id" uuid NOT NULL,
	"line" text DEFAULT '' NOT NULL,
	"hatch_fact" jsonb,
	"hatched_from" date,
	"hatched_to" date,
	"dam_id" uuid,
	"sire_id" uuid,
	"clutch_id" uuid,
	"purpose" text NOT NULL,
	"origin" text DEFAULT '' NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "animal_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "animal" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "animal_standing" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"standing" jsonb NOT NULL,
	CONSTRAINT "animal_standing_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "animal_standing" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "clutch" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"pairing_id" uuid,
	"dam_id" uuid NOT NULL,
	"sire_id" uuid,
	"found_at" timestamp with time zone NOT NULL,
	"laid_from" timestamp with time zone NOT NULL,
	"laid_to" timestamp with time zone NOT NULL,
	"method" text NOT NULL,
	"box_id" uuid NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "clutch_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "clutch" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "egg" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"clutch_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"grams" real,
	"set_fate" text NOT NULL,
	"fate" text NOT NULL,
	"fate_at" timestamp with time zone,
	"animal_id" uuid,
	CONSTRAINT "egg_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "egg" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "pairing" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"female_id" uuid NOT NULL,
	"male_id" uuid NOT NULL,
	"planned_at" timestamp with time zone NOT NULL,
	CONSTRAINT "pairing_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "pairing" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_book_id_strikes_entry_book_id_id_fk" FOREIGN KEY ("book_id","strikes") REFERENCES "public"."entry"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_rest" ADD CONSTRAINT "import_rest_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "member" ADD CONSTRAINT "member_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "place" ADD CONSTRAINT "place_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "place" ADD CONSTRAINT "place_book_id_parent_id_place_book_id_id_fk" FOREIGN KEY ("book_id","parent_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "probe" ADD CONSTRAINT "probe_book_id_place_id_place_book_id_id_fk" FOREIGN KEY ("book_id","place_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "protocol" ADD CONSTRAINT "protocol_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_book_id_probe_id_probe_book_id_id_fk" FOREIGN KEY ("book_id","probe_id") REFERENCES "public"."probe"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "animal" ADD CONSTRAINT "animal_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "animal" ADD CONSTRAINT "animal_book_id_dam_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","dam_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "animal" ADD CONSTRAINT "animal_book_id_sire_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","sire_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "animal" ADD CONSTRAINT "animal_book_id_clutch_id_clutch_book_id_id_fk" FOREIGN KEY ("book_id","clutch_id") REFERENCES "public"."clutch"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "animal_standing" ADD CONSTRAINT "animal_standing_book_id_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clutch" ADD CONSTRAINT "clutch_book_id_pairing_id_pairing_book_id_id_fk" FOREIGN KEY ("book_id","pairing_id") REFERENCES "public"."pairing"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clutch" ADD CONSTRAINT "clutch_book_id_dam_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","dam_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clutch" ADD CONSTRAINT "clutch_book_id_sire_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","sire_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clutch" ADD CONSTRAINT "clutch_book_id_box_id_place_book_id_id_fk" FOREIGN KEY ("book_id","box_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "egg" ADD CONSTRAINT "egg_book_id_clutch_id_clutch_book_id_id_fk" FOREIGN KEY ("book_id","clutch_id") REFERENCES "public"."clutch"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "egg" ADD CONSTRAINT "egg_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_book_id_female_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","female_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_book_id_male_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","male_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "entry_struck_once" ON "entry" USING btree ("book_id","strikes");--> statement-breakpoint
CREATE INDEX "entry_of_subject" ON "entry" USING btree ("book_id","subject_id","at");--> statement-breakpoint
CREATE INDEX "entry_by_time" ON "entry" USING btree ("book_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "member_email" ON "member" USING btree ("book_id","email");--> statement-breakpoint
CREATE UNIQUE INDEX "place_name" ON "place" USING btree ("book_id",coalesce("parent_id", "book_id"),lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "protocol_code" ON "protocol" USING btree ("book_id","code");--> statement-breakpoint
CREATE UNIQUE INDEX "reading_at" ON "reading" USING btree ("book_id","probe_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "animal_tag" ON "animal" USING btree ("book_id",lower("tag")) WHERE not "animal"."withdrawn";--> statement-breakpoint
CREATE INDEX "animal_of_dam" ON "animal" USING btree ("book_id","dam_id");--> statement-breakpoint
CREATE INDEX "animal_of_sire" ON "animal" USING btree ("book_id","sire_id");--> statement-breakpoint
CREATE UNIQUE INDEX "egg_number" ON "egg" USING btree ("book_id","clutch_id","number");--> statement-breakpoint
CREATE POLICY "book_only" ON "book" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "entry" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "import_rest" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "member" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "place" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "probe" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "protocol" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "reading" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "session" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "animal" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "animal_standing" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "clutch" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "egg" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "pairing" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);