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
ALTER TABLE "import_list" ADD CONSTRAINT "import_list_book_id_member_id_member_book_id_id_fk" FOREIGN KEY ("book_id","member_id") REFERENCES "public"."member"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "book_only" ON "import_list" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);