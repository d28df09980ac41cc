ALTER TABLE "protocol" ALTER COLUMN "document" SET DATA TYPE json;--> statement-breakpoint
ALTER TABLE "protocol_edition" ALTER COLUMN "document" SET DATA TYPE json;