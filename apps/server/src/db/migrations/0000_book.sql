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
	"deleted_at" timestamp with time zone,
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
	CONSTRAINT "entry_book_id_id_pk" PRIMARY KEY("book_id","id"),
	CONSTRAINT "entry_days" CHECK ("entry"."at" >= '1900-01-01' and "entry"."at" < '2200-01-01')
);
--> statement-breakpoint
ALTER TABLE "entry" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "import_list" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"file_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"encoding" text NOT NULL,
	"delimiter" text NOT NULL,
	"headers" json NOT NULL,
	"rows" json NOT NULL,
	"choices" jsonb NOT NULL,
	"aside" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"brought_in" integer DEFAULT 0 NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"made" json NOT NULL,
	CONSTRAINT "import_list_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "import_list" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "invitation" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"member_id" uuid,
	"role" text NOT NULL,
	"name" text NOT NULL,
	"ends_on" date,
	"secret_hash" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	CONSTRAINT "invitation_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "invitation" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "member" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"password_hash" text NOT NULL,
	"role" text NOT NULL,
	"ends_on" date,
	"notices" jsonb,
	"second_factor" text,
	"second_factor_offered" text,
	"second_factor_step" integer DEFAULT 0 NOT NULL,
	"devices" jsonb DEFAULT '[]'::jsonb NOT NULL,
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
	"grid" jsonb,
	"bands" jsonb,
	"tub" jsonb,
	"position" integer,
	CONSTRAINT "place_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "place" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "probe" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"place_id" uuid NOT NULL,
	"secret_hash" text,
	"every_seconds" real,
	"heard_at" timestamp with time zone,
	"calibrations" jsonb DEFAULT '[]'::jsonb NOT NULL,
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
	"document" json NOT NULL,
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
	"humidity" real,
	CONSTRAINT "reading_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "reading" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
CREATE TABLE "session" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"secret_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"device" text DEFAULT '' NOT NULL,
	"opened_at" timestamp with time zone DEFAULT now() NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL,
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
	"merged_into_id" uuid,
	"egg_id" uuid,
	CONSTRAINT "animal_book_id_id_pk" PRIMARY KEY("book_id","id"),
	CONSTRAINT "animal_days" CHECK ("animal"."hatched_from" >= '1900-01-01' and "animal"."hatched_from" < '2200-01-01' and "animal"."hatched_to" >= '1900-01-01' and "animal"."hatched_to" < '2200-01-01')
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
	"box_id" uuid,
	"kind" text DEFAULT 'clutch' NOT NULL,
	"counted" jsonb,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "clutch_book_id_id_pk" PRIMARY KEY("book_id","id"),
	CONSTRAINT "clutch_days" CHECK ("clutch"."found_at" >= '1900-01-01' and "clutch"."found_at" < '2200-01-01' and "clutch"."laid_from" >= '1900-01-01' and "clutch"."laid_from" < '2200-01-01' and "clutch"."laid_to" >= '1900-01-01' and "clutch"."laid_to" < '2200-01-01')
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
	"cell" integer,
	CONSTRAINT "egg_book_id_id_pk" PRIMARY KEY("book_id","id"),
	CONSTRAINT "egg_days" CHECK ("egg"."fate_at" >= '1900-01-01' and "egg"."fate_at" < '2200-01-01')
);
--> statement-breakpoint
ALTER TABLE "egg" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "gene_set" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"genes" jsonb NOT NULL,
	CONSTRAINT "gene_set_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "gene_set" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "hatch_record" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"basis" text NOT NULL,
	"record" jsonb,
	CONSTRAINT "hatch_record_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "hatch_record" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "line_goal" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"protocol_id" uuid NOT NULL,
	"name" text NOT NULL,
	"line" text DEFAULT '' NOT NULL,
	"goal" jsonb NOT NULL,
	CONSTRAINT "line_goal_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "line_goal" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
CREATE TABLE "season_plan" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"protocol_id" uuid NOT NULL,
	"name" text NOT NULL,
	"from_day" date NOT NULL,
	"to_day" date NOT NULL,
	"settings" jsonb NOT NULL,
	"courses" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "season_plan_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "season_plan" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
	"warmth" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"then_c" real,
	"then_from" date,
	"host_plant" text NOT NULL,
	"ended" boolean DEFAULT false NOT NULL,
	CONSTRAINT "cohort_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "cohort" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "colony" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"protocol_id" uuid NOT NULL,
	"bins" integer NOT NULL,
	"celsius" real NOT NULL,
	"method" text DEFAULT '' NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "colony_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "colony" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
CREATE TABLE "paper" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"animal_id" uuid NOT NULL,
	"name" text NOT NULL,
	"type" text NOT NULL,
	"size" integer NOT NULL,
	"content" "bytea" NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"member_id" uuid NOT NULL,
	CONSTRAINT "paper_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "paper" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "photo" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"animal_id" uuid,
	"place_id" uuid,
	"view" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"large" "bytea" NOT NULL,
	"small" "bytea" NOT NULL,
	"member_id" uuid NOT NULL,
	CONSTRAINT "photo_book_id_id_pk" PRIMARY KEY("book_id","id"),
	CONSTRAINT "photo_of_one" CHECK (("photo"."animal_id" is null) <> ("photo"."place_id" is null))
);
--> statement-breakpoint
ALTER TABLE "photo" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "protocol_edition" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"protocol_id" uuid NOT NULL,
	"scope" text NOT NULL,
	"scope_of" text DEFAULT '' NOT NULL,
	"number" integer NOT NULL,
	"settings" jsonb NOT NULL,
	"document" json,
	"reason" text DEFAULT '' NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"member_id" uuid NOT NULL,
	CONSTRAINT "protocol_edition_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "protocol_edition" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "scale" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"capacity_grams" integer NOT NULL,
	"secret_hash" text NOT NULL,
	CONSTRAINT "scale_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "scale" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "alarm" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"place_id" uuid NOT NULL,
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
	"at" timestamp with time zone NOT NULL,
	"tell_from" timestamp with time zone NOT NULL,
	"cause" text NOT NULL,
	"parts" jsonb NOT NULL,
	"what" text NOT NULL,
	"taken_at" timestamp with time zone,
	"taken_by" text DEFAULT '' NOT NULL,
	"refused" text DEFAULT '' NOT NULL,
	"claimed_at" timestamp with time zone,
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
	"humidities" integer DEFAULT 0 NOT NULL,
	"min_humidity" real,
	"max_humidity" real,
	"sum_humidity" double precision DEFAULT 0 NOT NULL,
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
	CONSTRAINT "rest_plan_book_id_id_pk" PRIMARY KEY("book_id","id"),
	CONSTRAINT "rest_plan_days" CHECK ("rest_plan"."anchor_day" >= '1900-01-01' and "rest_plan"."anchor_day" < '2200-01-01')
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
CREATE TABLE "contact" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"reach" text DEFAULT '' NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	CONSTRAINT "contact_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "contact" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "price" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"protocol_id" uuid NOT NULL,
	"line" text DEFAULT '' NOT NULL,
	"sex" text NOT NULL,
	"trait" text DEFAULT '' NOT NULL,
	"price" double precision NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	CONSTRAINT "price_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "price" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "share" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"kind" text NOT NULL,
	"animal_id" uuid,
	"secret_hash" text NOT NULL,
	"member_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "share_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "share" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "wish" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"contact_id" uuid NOT NULL,
	"protocol_id" uuid NOT NULL,
	"line" text DEFAULT '' NOT NULL,
	"sex" text NOT NULL,
	"trait" text DEFAULT '' NOT NULL,
	"most" double precision,
	"note" text DEFAULT '' NOT NULL,
	"since" date NOT NULL,
	"ended" text,
	CONSTRAINT "wish_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "wish" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_book_id_strikes_entry_book_id_id_fk" FOREIGN KEY ("book_id","strikes") REFERENCES "public"."entry"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_list" ADD CONSTRAINT "import_list_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "member" ADD CONSTRAINT "member_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "place" ADD CONSTRAINT "place_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "place" ADD CONSTRAINT "place_book_id_parent_id_place_book_id_id_fk" FOREIGN KEY ("book_id","parent_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "probe" ADD CONSTRAINT "probe_book_id_place_id_place_book_id_id_fk" FOREIGN KEY ("book_id","place_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "protocol" ADD CONSTRAINT "protocol_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_book_id_probe_id_probe_book_id_id_fk" FOREIGN KEY ("book_id","probe_id") REFERENCES "public"."probe"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "revision" ADD CONSTRAINT "revision_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "animal" ADD CONSTRAINT "animal_book_id_merged_into_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","merged_into_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
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
ALTER TABLE "gene_set" ADD CONSTRAINT "gene_set_book_id_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hatch_record" ADD CONSTRAINT "hatch_record_book_id_id_clutch_book_id_id_fk" FOREIGN KEY ("book_id","id") REFERENCES "public"."clutch"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "line_goal" ADD CONSTRAINT "line_goal_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_book_id_female_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","female_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_book_id_male_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","male_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_plan" ADD CONSTRAINT "season_plan_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_book_id_place_id_place_book_id_id_fk" FOREIGN KEY ("book_id","place_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_book_id_from_id_cohort_book_id_id_fk" FOREIGN KEY ("book_id","from_id") REFERENCES "public"."cohort"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "colony" ADD CONSTRAINT "colony_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feeder_plan" ADD CONSTRAINT "feeder_plan_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "paper" ADD CONSTRAINT "paper_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "paper" ADD CONSTRAINT "paper_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_book_id_place_id_place_book_id_id_fk" FOREIGN KEY ("book_id","place_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "protocol_edition" ADD CONSTRAINT "protocol_edition_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "protocol_edition" ADD CONSTRAINT "protocol_edition_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scale" ADD CONSTRAINT "scale_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alarm" ADD CONSTRAINT "alarm_book_id_place_id_place_book_id_id_fk" FOREIGN KEY ("book_id","place_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alarm" ADD CONSTRAINT "alarm_book_id_seen_by_member_book_id_id_fk" FOREIGN KEY ("book_id","seen_by") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_hour" ADD CONSTRAINT "reading_hour_book_id_probe_id_probe_book_id_id_fk" FOREIGN KEY ("book_id","probe_id") REFERENCES "public"."probe"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest" ADD CONSTRAINT "rest_book_id_plan_id_rest_plan_book_id_id_fk" FOREIGN KEY ("book_id","plan_id") REFERENCES "public"."rest_plan"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest" ADD CONSTRAINT "rest_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest" ADD CONSTRAINT "rest_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest" ADD CONSTRAINT "rest_book_id_unit_id_unit_book_id_id_fk" FOREIGN KEY ("book_id","unit_id") REFERENCES "public"."unit"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rest_plan" ADD CONSTRAINT "rest_plan_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit" ADD CONSTRAINT "unit_book_id_id_place_book_id_id_fk" FOREIGN KEY ("book_id","id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weather_rule" ADD CONSTRAINT "weather_rule_book_id_station_id_place_book_id_id_fk" FOREIGN KEY ("book_id","station_id") REFERENCES "public"."place"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contact" ADD CONSTRAINT "contact_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "price" ADD CONSTRAINT "price_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "share" ADD CONSTRAINT "share_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "share" ADD CONSTRAINT "share_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish" ADD CONSTRAINT "wish_book_id_contact_id_contact_book_id_id_fk" FOREIGN KEY ("book_id","contact_id") REFERENCES "public"."contact"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish" ADD CONSTRAINT "wish_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "entry_struck_once" ON "entry" USING btree ("book_id","strikes");--> statement-breakpoint
CREATE INDEX "entry_of_subject" ON "entry" USING btree ("book_id","subject_id","at");--> statement-breakpoint
CREATE INDEX "entry_by_time" ON "entry" USING btree ("book_id","at","id");--> statement-breakpoint
CREATE INDEX "entry_by_kind" ON "entry" USING btree ("book_id","kind","subject_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "member_email" ON "member" USING btree ("book_id","email");--> statement-breakpoint
CREATE UNIQUE INDEX "place_name" ON "place" USING btree ("book_id",coalesce("parent_id", "book_id"),lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "protocol_code" ON "protocol" USING btree ("book_id","code");--> statement-breakpoint
CREATE UNIQUE INDEX "reading_at" ON "reading" USING btree ("book_id","probe_id","at");--> statement-breakpoint
CREATE INDEX "revision_of_subject" ON "revision" USING btree ("book_id","subject_id","at");--> statement-breakpoint
CREATE INDEX "revision_by_time" ON "revision" USING btree ("book_id","at");--> statement-breakpoint
CREATE INDEX "animal_merged_into" ON "animal" USING btree ("book_id","merged_into_id");--> statement-breakpoint
CREATE UNIQUE INDEX "animal_tag" ON "animal" USING btree ("book_id",lower("tag")) WHERE not "animal"."withdrawn";--> statement-breakpoint
CREATE UNIQUE INDEX "animal_of_egg" ON "animal" USING btree ("book_id","egg_id") WHERE "animal"."egg_id" is not null and not "animal"."withdrawn";--> statement-breakpoint
CREATE INDEX "animal_of_dam" ON "animal" USING btree ("book_id","dam_id");--> statement-breakpoint
CREATE INDEX "animal_of_sire" ON "animal" USING btree ("book_id","sire_id");--> statement-breakpoint
CREATE UNIQUE INDEX "egg_number" ON "egg" USING btree ("book_id","clutch_id","number");--> statement-breakpoint
CREATE UNIQUE INDEX "cohort_name" ON "cohort" USING btree ("book_id","name");--> statement-breakpoint
CREATE UNIQUE INDEX "colony_name" ON "colony" USING btree ("book_id","name");--> statement-breakpoint
CREATE INDEX "feeder_plan_open" ON "feeder_plan" USING btree ("book_id","settled");--> statement-breakpoint
CREATE INDEX "paper_of_animal" ON "paper" USING btree ("book_id","animal_id");--> statement-breakpoint
CREATE INDEX "photo_of_animal" ON "photo" USING btree ("book_id","animal_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "protocol_edition_number" ON "protocol_edition" USING btree ("book_id","protocol_id","scope","scope_of","number");--> statement-breakpoint
CREATE UNIQUE INDEX "scale_name" ON "scale" USING btree ("book_id","name");--> statement-breakpoint
CREATE INDEX "alarm_of_place" ON "alarm" USING btree ("book_id","place_id","raised_at");--> statement-breakpoint
CREATE INDEX "message_by_time" ON "message" USING btree ("book_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "reading_hour_at" ON "reading_hour" USING btree ("book_id","probe_id","hour");--> statement-breakpoint
CREATE UNIQUE INDEX "rest_of_animal" ON "rest" USING btree ("book_id","plan_id","animal_id");--> statement-breakpoint
CREATE INDEX "rest_in_unit" ON "rest" USING btree ("book_id","unit_id");--> statement-breakpoint
CREATE UNIQUE INDEX "share_secret" ON "share" USING btree ("book_id","secret_hash");--> statement-breakpoint
CREATE INDEX "share_of_animal" ON "share" USING btree ("book_id","animal_id");--> statement-breakpoint
CREATE POLICY "book_only" ON "book" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "entry" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "import_list" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "invitation" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "member" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "place" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "probe" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "protocol" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "reading" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "revision" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "session" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "animal" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "animal_standing" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "clutch" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "egg" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "gene_set" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "hatch_record" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "line_goal" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "pairing" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "season_plan" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "cohort" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "colony" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "feeder_plan" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "paper" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "photo" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "protocol_edition" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "scale" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "alarm" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "message" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "reading_hour" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "rest" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "rest_plan" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "unit" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "weather_rule" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "contact" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "price" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "share" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "wish" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
-- What the application may do. The log, the readings, the editions of protocols and what was changed in a row can be read and added to, never
-- changed or removed.
GRANT USAGE ON SCHEMA public TO app_rw;--> statement-breakpoint
GRANT SELECT, INSERT ON entry, reading, protocol_edition, revision TO app_rw;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON book, member, protocol, probe, animal, animal_standing, pairing, clutch, egg, unit, rest_plan, rest,
  reading_hour, weather_rule, alarm, message, gene_set, season_plan, line_goal, hatch_record, contact, wish, price, share, colony, cohort,
  feeder_plan TO app_rw;--> statement-breakpoint
-- Places too: a list that is undone takes the empty tubs it made with it.
GRANT SELECT, INSERT, UPDATE, DELETE ON place, session, photo, paper, scale, invitation, import_list TO app_rw;--> statement-breakpoint
-- Signing in comes before a book is known: these two functions are the only look across books, and show no more than this.
CREATE FUNCTION sign_in_lookup(wanted text)
RETURNS TABLE (book_id uuid, member_id uuid, password_hash text, book_name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
  SELECT m.book_id, m.id, m.password_hash, b.name FROM member m JOIN book b ON b.book_id = m.book_id WHERE m.email = wanted ORDER BY b.name
$$;--> statement-breakpoint
CREATE FUNCTION any_book() RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$ SELECT EXISTS (SELECT 1 FROM book) $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION sign_in_lookup(text), any_book() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION sign_in_lookup(text), any_book() TO app_rw;--> statement-breakpoint
-- Probes that speak for themselves, of every book: a server that was restarted has to notice those that fell silent meanwhile.
CREATE FUNCTION speaking_probes()
RETURNS TABLE (book_id uuid, probe_id uuid, every_seconds real, heard_at timestamptz)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
  SELECT p.book_id, p.id, p.every_seconds, p.heard_at FROM probe p WHERE p.secret_hash IS NOT NULL AND p.heard_at IS NOT NULL
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION speaking_probes() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION speaking_probes() TO app_rw;--> statement-breakpoint
-- The server looks by itself into each book for what its members want to be told of.
-- A deleted book is swept for nobody: no alarms, no work.
CREATE FUNCTION books_there() RETURNS TABLE (book_id uuid)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$ SELECT b.book_id FROM book b WHERE b.deleted_at IS NULL $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION books_there() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION books_there() TO app_rw;--> statement-breakpoint
-- When a book was deleted is the database's own word: nobody shortens the thirty days by telling another time.
CREATE FUNCTION book_deleted_now() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.deleted_at IS NOT NULL THEN NEW.deleted_at := coalesce(OLD.deleted_at, now()); END IF;
  RETURN NEW;
END
$$;--> statement-breakpoint
CREATE TRIGGER book_deleted_now BEFORE UPDATE OF deleted_at ON book FOR EACH ROW EXECUTE FUNCTION book_deleted_now();--> statement-breakpoint
-- The one way in which rows of a book ever go: all of them, thirty days after its owner deleted it. Tables lean on each other, in circles
-- even, so they are emptied round after round until nothing stands in the way.
CREATE FUNCTION forget_deleted_books() RETURNS integer
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public AS $$
DECLARE
  gone uuid; names text[]; name text; remaining integer; forgotten integer := 0;
BEGIN
  SELECT array_agg(c.relname) INTO names FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
    JOIN pg_attribute a ON a.attrelid = c.oid AND a.attname = 'book_id' AND NOT a.attisdropped
    WHERE n.nspname = 'public' AND c.relkind IN ('r', 'p');
  FOR gone IN SELECT b.book_id FROM book b WHERE b.deleted_at < now() - interval '30 days' LOOP
    UPDATE animal SET clutch_id = NULL WHERE book_id = gone AND clutch_id IS NOT NULL;
    FOR attempt IN 1..40 LOOP
      remaining := 0;
      FOREACH name IN ARRAY names LOOP
        BEGIN
          EXECUTE format('DELETE FROM public.%I WHERE book_id = $1', name) USING gone;
        EXCEPTION WHEN foreign_key_violation THEN remaining := remaining + 1;
        END;
      END LOOP;
      EXIT WHEN remaining = 0;
    END LOOP;
    IF remaining > 0 THEN RAISE EXCEPTION 'book % could not be deleted for good', gone; END IF;
    forgotten := forgotten + 1;
  END LOOP;
  RETURN forgotten;
END
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION forget_deleted_books() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION forget_deleted_books() TO app_rw;--> statement-breakpoint
-- After a whole book was brought in, the database learns how many rows there are before anybody asks for them.
CREATE FUNCTION learn_row_numbers() RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public AS $$
BEGIN
  ANALYZE public.entry, public.reading, public.reading_hour, public.animal, public.animal_standing, public.egg, public.clutch, public.place;
END
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION learn_row_numbers() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION learn_row_numbers() TO app_rw;--> statement-breakpoint
-- Keeps what changed in a row, by whom and on which device, in the transaction of the change. What is no keeper's word is left out:
-- the count of versions, and what is folded or worked out again.
CREATE FUNCTION keep_revision() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  was jsonb := CASE WHEN TG_OP = 'UPDATE' THEN to_jsonb(OLD) ELSE '{}' END;
  is_now jsonb := to_jsonb(NEW);
  changed text[];
BEGIN
  SELECT coalesce(array_agg(key), '{}') INTO changed FROM jsonb_each(is_now) AS c (key, value)
    WHERE key NOT IN ('book_id', 'id', 'version', 'demo_day', 'demo_seed')
      AND (TG_OP = 'INSERT' OR was->key IS DISTINCT FROM value);
  IF cardinality(changed) > 0 THEN
    INSERT INTO revision (book_id, id, of, subject_id, at, member_id, device, before, after)
    SELECT NEW.book_id, gen_random_uuid(), TG_TABLE_NAME, NEW.id, clock_timestamp(),
      nullif(current_setting('app.member_id', true), '')::uuid, coalesce(current_setting('app.device', true), ''),
      (SELECT coalesce(jsonb_object_agg(key, value), '{}') FROM jsonb_each(was) AS w (key, value) WHERE key = ANY (changed)),
      (SELECT jsonb_object_agg(key, value) FROM jsonb_each(is_now) AS n (key, value) WHERE key = ANY (changed));
  END IF;
  RETURN NULL;
END
$$;--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['animal', 'pairing', 'clutch', 'gene_set', 'season_plan', 'line_goal', 'cohort', 'colony', 'feeder_plan',
    'rest_plan', 'rest', 'weather_rule', 'contact', 'wish', 'price', 'place', 'book'] LOOP
    EXECUTE format('CREATE TRIGGER keep_revision AFTER UPDATE ON %I FOR EACH ROW EXECUTE FUNCTION keep_revision()', name);
  END LOOP;
  -- Things that are planned by hand are few: who planned them is kept too. Of animals and places whole lists come in.
  FOREACH name IN ARRAY ARRAY['pairing', 'season_plan', 'line_goal', 'cohort', 'colony', 'feeder_plan', 'rest_plan', 'weather_rule',
    'contact', 'wish', 'price'] LOOP
    EXECUTE format('CREATE TRIGGER keep_making AFTER INSERT ON %I FOR EACH ROW EXECUTE FUNCTION keep_revision()', name);
  END LOOP;
END
$$;--> statement-breakpoint
-- Whose session a cookie names, with its book: asked with every request, so that it is one message and one plan.
-- It runs as whoever calls it, and row-level security shows it the rows of the book it was asked for and no others.
create function who_asks(book_of uuid, session_of uuid)
returns table (secret_hash text, seen_at timestamptz, member json, book json)
language plpgsql as $$
begin
  perform set_config('app.book_id', book_of::text, true);
  return query
    select s.secret_hash, s.seen_at,
      json_build_object('id', m.id, 'name', m.name, 'email', m.email, 'role', m.role, 'endsOn', m.ends_on,
        'secondFactor', m.second_factor is not null),
      row_to_json(b)
    from session s
    join member m on m.book_id = s.book_id and m.id = s.member_id
    join book b on b.book_id = s.book_id and b.id = s.book_id
    where s.book_id = book_of and s.id = session_of and s.expires_at > now();
end $$;
--> statement-breakpoint
revoke all on function who_asks(uuid, uuid) from public;
--> statement-breakpoint
grant execute on function who_asks(uuid, uuid) to app_rw;
