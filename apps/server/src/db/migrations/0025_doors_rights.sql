GRANT SELECT, INSERT, UPDATE, DELETE ON invitation TO app_rw;--> statement-breakpoint
-- When a book was deleted is the database's own word: nobody shortens the thirty days by telling another time.
CREATE FUNCTION book_deleted_now() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.deleted_at IS NOT NULL THEN NEW.deleted_at := coalesce(OLD.deleted_at, now()); END IF;
  RETURN NEW;
END
$$;--> statement-breakpoint
CREATE TRIGGER book_deleted_now BEFORE UPDATE OF deleted_at ON book FOR EACH ROW EXECUTE FUNCTION book_deleted_now();--> statement-breakpoint
-- A deleted book is swept for nobody: no alarms, no work.
CREATE OR REPLACE FUNCTION books_there() RETURNS TABLE (book_id uuid)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$ SELECT b.book_id FROM book b WHERE b.deleted_at IS NULL $$;--> statement-breakpoint
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
    IF remaining > 0 THEN RAISE EXCEPTION 'book % could not be forgotten', gone; END IF;
    forgotten := forgotten + 1;
  END LOOP;
  RETURN forgotten;
END
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION forget_deleted_books() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION forget_deleted_books() TO app_rw;
