-- After a whole book was brought in, the database learns how many rows there are before anybody asks for them.
CREATE FUNCTION learn_row_numbers() RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public AS $$
BEGIN
  ANALYZE public.entry, public.reading, public.reading_hour, public.animal, public.animal_standing, public.egg, public.clutch, public.place;
END
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION learn_row_numbers() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION learn_row_numbers() TO app_rw;
