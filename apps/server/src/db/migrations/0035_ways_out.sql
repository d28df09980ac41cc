ALTER TABLE "member" ADD COLUMN "devices" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "message" ADD COLUMN "taken_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "message" ADD COLUMN "refused" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "message" ADD COLUMN "claimed_at" timestamp with time zone;