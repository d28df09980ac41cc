ALTER TABLE "message" DROP CONSTRAINT "message_book_id_alarm_id_alarm_book_id_id_fk";
--> statement-breakpoint
ALTER TABLE "message" DROP COLUMN "alarm_id";--> statement-breakpoint
ALTER TABLE "message" DROP COLUMN "subject";--> statement-breakpoint
ALTER TABLE "message" DROP COLUMN "body";