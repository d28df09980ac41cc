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
ALTER TABLE "place" ADD COLUMN "tub" jsonb;--> statement-breakpoint
ALTER TABLE "place" ADD COLUMN "position" integer;--> statement-breakpoint
ALTER TABLE "contact" ADD CONSTRAINT "contact_book_id_book_id_book_book_id_id_fk" FOREIGN KEY ("book_id","book_id") REFERENCES "public"."book"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "price" ADD CONSTRAINT "price_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "share" ADD CONSTRAINT "share_book_id_animal_id_animal_book_id_id_fk" FOREIGN KEY ("book_id","animal_id") REFERENCES "public"."animal"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "share" ADD CONSTRAINT "share_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish" ADD CONSTRAINT "wish_book_id_contact_id_contact_book_id_id_fk" FOREIGN KEY ("book_id","contact_id") REFERENCES "public"."contact"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish" ADD CONSTRAINT "wish_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "share_secret" ON "share" USING btree ("book_id","secret_hash");--> statement-breakpoint
CREATE INDEX "share_of_animal" ON "share" USING btree ("book_id","animal_id");--> statement-breakpoint
CREATE POLICY "book_only" ON "contact" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "price" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "share" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "wish" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);