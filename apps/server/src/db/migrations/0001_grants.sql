-- What the application may do. The log and the readings can be read and added to, never changed or removed.
GRANT USAGE ON SCHEMA public TO app_rw;--> statement-breakpoint
GRANT SELECT, INSERT ON entry, reading TO app_rw;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON book, member, protocol, place, probe, animal, animal_standing, pairing, clutch, egg TO app_rw;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON session, import_rest TO app_rw;--> statement-breakpoint
-- Signing in comes before a book is known: these two functions are the only look across books, and show no more than this.
CREATE FUNCTION sign_in_lookup(wanted text)
RETURNS TABLE (book_id uuid, member_id uuid, password_hash text, book_name text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
  SELECT m.book_id, m.id, m.password_hash, b.name FROM member m JOIN book b ON b.book_id = m.book_id WHERE m.email = wanted ORDER BY b.name
$$;--> statement-breakpoint
CREATE FUNCTION any_book() RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$ SELECT EXISTS (SELECT 1 FROM book) $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION sign_in_lookup(text), any_book() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION sign_in_lookup(text), any_book() TO app_rw;
