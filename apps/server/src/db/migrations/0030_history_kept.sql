GRANT SELECT, INSERT ON revision TO app_rw;--> statement-breakpoint
-- Keeps what changed in a row, by whom and on which device, in the transaction of the change. What is no keeper's word is left out:
-- the count of versions, and what is folded or worked out again.
CREATE FUNCTION keep_revision() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  was jsonb := CASE WHEN TG_OP = 'UPDATE' THEN to_jsonb(OLD) ELSE '{}' END;
  is_now jsonb := to_jsonb(NEW);
  changed text[];
BEGIN
  SELECT coalesce(array_agg(key), '{}') INTO changed FROM jsonb_each(is_now) AS c (key, value)
    WHERE key NOT IN ('book_id', 'id', 'version', 'demo_day', 'demo_seed')
      AND (TG_OP = 'INSERT' OR was->key IS DISTINCT FROM value);
  IF cardinality(changed) > 0 THEN
    INSERT INTO revision (book_id, id, of, subject_id, at, member_id, device, before, after)
    SELECT NEW.book_id, gen_random_uuid(), TG_TABLE_NAME, NEW.id, clock_timestamp(),
      nullif(current_setting('app.member_id', true), '')::uuid, coalesce(current_setting('app.device', true), ''),
      (SELECT coalesce(jsonb_object_agg(key, value), '{}') FROM jsonb_each(was) AS w (key, value) WHERE key = ANY (changed)),
      (SELECT jsonb_object_agg(key, value) FROM jsonb_each(is_now) AS n (key, value) WHERE key = ANY (changed));
  END IF;
  RETURN NULL;
END
$$;--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['animal', 'pairing', 'clutch', 'gene_set', 'season_plan', 'line_goal', 'cohort', 'colony', 'feeder_plan',
    'rest_plan', 'rest', 'weather_rule', 'contact', 'wish', 'price', 'place', 'book'] LOOP
    EXECUTE format('CREATE TRIGGER keep_revision AFTER UPDATE ON %I FOR EACH ROW EXECUTE FUNCTION keep_revision()', name);
  END LOOP;
  -- Things that are planned by hand are few: who planned them is kept too. Of animals and places whole lists come in.
  FOREACH name IN ARRAY ARRAY['pairing', 'season_plan', 'line_goal', 'cohort', 'colony', 'feeder_plan', 'rest_plan', 'weather_rule',
    'contact', 'wish', 'price'] LOOP
    EXECUTE format('CREATE TRIGGER keep_making AFTER INSERT ON %I FOR EACH ROW EXECUTE FUNCTION keep_revision()', name);
  END LOOP;
END
$$;
