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
	"animal_id" uuid NOT NULL,
	"view" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"large" "bytea" NOT NULL,
	"small" "bytea" NOT NULL,
	"member_id" uuid NOT NULL,
	CONSTRAINT "photo_book_id_id_pk" PRIMARY KEY("book_id","id")
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
	"document" jsonb,
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
ALTER TABLE "animal" ADD COLUMN "merged_into_id" uuid;--> statement-breakpoint
ALTER TABLE "paper" ADD CONSTRAINT "paper_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "paper" ADD CONSTRAINT "paper_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "protocol_edition" ADD CONSTRAINT "protocol_edition_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "protocol_edition" ADD CONSTRAINT "protocol_edition_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scale" ADD CONSTRAINT "scale_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "paper_of_animal" ON "paper" USING btree ("book_id","animal_id");--> statement-breakpoint
CREATE INDEX "photo_of_animal" ON "photo" USING btree ("book_id","animal_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "protocol_edition_number" ON "protocol_edition" USING btree ("book_id","protocol_id","scope","scope_of","number");--> statement-breakpoint
CREATE UNIQUE INDEX "scale_name" ON "scale" USING btree ("book_id","name");--> statement-breakpoint
ALTER TABLE "animal" ADD CONSTRAINT "animal_book_id_merged_into_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","merged_into_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "animal_merged_into" ON "animal" USING btree ("book_id","merged_into_id");--> statement-breakpoint
CREATE POLICY "book_only" ON "paper" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "photo" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "protocol_edition" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "scale" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);