CREATE TABLE "gene_set" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"genes" jsonb NOT NULL,
	CONSTRAINT "gene_set_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "gene_set" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
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
ALTER TABLE "gene_set" ADD CONSTRAINT "gene_set_book_id_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "line_goal" ADD CONSTRAINT "line_goal_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_plan" ADD CONSTRAINT "season_plan_book_id_protocol_id_protocol_book_id_id_fk" FOREIGN KEY ("book_id","protocol_id") REFERENCES "public"."protocol"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "book_only" ON "gene_set" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "line_goal" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "book_only" ON "season_plan" AS PERMISSIVE FOR ALL TO "app_rw" USING (book_id = nullif(current_setting('app.book_id', true), '')::uuid) WITH CHECK (book_id = nullif(current_setting('app.book_id', true), '')::uuid);