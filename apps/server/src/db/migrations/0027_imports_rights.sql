GRANT SELECT, INSERT, UPDATE, DELETE ON import_list TO app_rw;--> statement-breakpoint
-- A list that is undone takes the empty tubs it made with it.
GRANT DELETE ON place TO app_rw;--> statement-breakpoint
-- What earlier lists left over goes on as lists of which the rest waits.
INSERT INTO import_list (book_id, id, member_id, file_name, at, encoding, delimiter, headers, rows, choices, state, brought_in, made)
SELECT r.book_id, r.id, (SELECT m.id FROM member m WHERE m.book_id = r.book_id AND m.role = 'owner' ORDER BY m.id LIMIT 1),
  r.file_name, r.at, 'utf-8', ',', h.headers, (
    SELECT json_agg(json_build_object('line', (row->>'line')::int, 'cells', (
      SELECT json_agg(coalesce(row->'cells'->>name, '')) FROM json_array_elements_text(h.headers) AS name)))
    FROM jsonb_array_elements(r.rows) AS row),
  jsonb_build_object('what', 'animals', 'dateOrder', null, 'massUnit', 'g', 'means', (SELECT jsonb_agg(CASE
    WHEN lower(name) IN ('tag', 'species', 'sex', 'hatched', 'dam', 'sire', 'place', 'line', 'purpose', 'origin', 'note') THEN lower(name)
    WHEN lower(name) LIKE '%weight%' THEN 'grams' END) FROM json_array_elements_text(h.headers) AS name)),
  'in', r.imported, '{"animals":[],"places":[],"entries":[]}'
FROM import_rest r, LATERAL (SELECT json_agg(key) AS headers FROM jsonb_object_keys(r.rows->0->'cells') AS key) h
WHERE jsonb_array_length(r.rows) > 0;
