GRANT SELECT, INSERT, UPDATE ON unit, rest_plan, rest, reading_hour, weather_rule, alarm, message TO app_rw;--> statement-breakpoint
-- Probes that speak for themselves, of every book: a server that was restarted has to notice those that fell silent meanwhile.
CREATE FUNCTION speaking_probes()
RETURNS TABLE (book_id uuid, probe_id uuid, every_seconds real, heard_at timestamptz)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
  SELECT p.book_id, p.id, p.every_seconds, p.heard_at FROM probe p WHERE p.secret_hash IS NOT NULL AND p.heard_at IS NOT NULL
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION speaking_probes() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION speaking_probes() TO app_rw;--> statement-breakpoint
-- The hours of the readings that are there already.
INSERT INTO reading_hour (book_id, id, probe_id, hour, count, min_c, max_c, sum_c)
SELECT book_id, md5(probe_id::text || date_trunc('hour', at)::text)::uuid, probe_id, date_trunc('hour', at),
  count(*), min(celsius), max(celsius), sum(celsius)
FROM reading GROUP BY book_id, probe_id, date_trunc('hour', at);
