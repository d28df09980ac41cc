ALTER TABLE "member" ADD COLUMN "notices" jsonb;--> statement-breakpoint
ALTER TABLE "message" ADD COLUMN "tell_from" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "message" ADD COLUMN "cause" text;--> statement-breakpoint
ALTER TABLE "message" ADD COLUMN "parts" jsonb;--> statement-breakpoint
ALTER TABLE "message" ADD COLUMN "what" text;--> statement-breakpoint
-- Messages of before tell of one thing each, in the words they had.
UPDATE "message" SET "tell_from" = "at", "cause" = coalesce("alarm_id"::text, "id"::text), "what" = "subject",
  "parts" = jsonb_build_array(jsonb_build_object('key', coalesce("alarm_id"::text, "id"::text), 'name', '', 'says', "body"));--> statement-breakpoint
ALTER TABLE "message" ALTER COLUMN "tell_from" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "message" ALTER COLUMN "cause" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "message" ALTER COLUMN "parts" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "message" ALTER COLUMN "what" SET NOT NULL;--> statement-breakpoint

-- The server looks by itself into each book for what its members want to be told of.
CREATE FUNCTION books_there() RETURNS TABLE (book_id uuid)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
  SELECT b.book_id FROM book b
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION books_there() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION books_there() TO app_rw;
