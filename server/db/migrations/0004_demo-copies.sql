UPDATE "gardens" SET "is_template" = true WHERE "is_demo";--> statement-breakpoint
-- These two reach over gardens, which the server's role may not: they work as the owner of the tables, and do one thing each.
CREATE FUNCTION copy_demo(copy uuid, visitor uuid, visitor_name text, stays interval) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  template uuid;
  name text;
  columns text;
BEGIN
  SELECT id INTO template FROM gardens WHERE is_template LIMIT 1;
  IF template IS NULL THEN RETURN false; END IF;
  INSERT INTO gardens (id, name, zone, latitude, is_demo, revision, clock_at, expires_at)
    SELECT copy, g.name, g.zone, g.latitude, g.is_demo, g.revision, g.clock_at, now() + stays FROM gardens g WHERE g.id = template;
  -- Every table of a garden, as it is today and as later ones will be; what people hold in a garden is theirs and stays behind.
  FOR name, columns IN
    SELECT c.table_name, string_agg(quote_ident(c.column_name), ', ')
    FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
    WHERE c.table_schema = 'public' AND t.table_type = 'BASE TABLE' AND c.column_name <> 'garden_id'
      AND c.table_name IN (SELECT table_name FROM information_schema.columns WHERE table_schema = 'public' AND column_name = 'garden_id')
      AND c.table_name NOT IN ('invitations', 'access_tokens')
    GROUP BY c.table_name
  LOOP
    EXECUTE format('INSERT INTO %I (garden_id, %s) SELECT $1, %s FROM %I WHERE garden_id = $2', name, columns, columns, name) USING copy, template;
  END LOOP;
  INSERT INTO people (id, name) VALUES (visitor, visitor_name);
  INSERT INTO members (garden_id, person_id, role) VALUES (copy, visitor, 'keeper');
  RETURN true;
END $$;--> statement-breakpoint
CREATE FUNCTION clear_expired() RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  DELETE FROM gardens WHERE expires_at < now();
  DELETE FROM people p WHERE NOT EXISTS (SELECT 1 FROM accounts a WHERE a.person_id = p.id)
    AND NOT EXISTS (SELECT 1 FROM members m WHERE m.person_id = p.id) AND NOT EXISTS (SELECT 1 FROM entries e WHERE e.recorded_by = p.id);
  DELETE FROM invitations WHERE expires_at < now();
  DELETE FROM resets WHERE expires_at < now();
  DELETE FROM uploads WHERE sent_at < now() - interval '1 day';
  DELETE FROM jobs WHERE made_at < now() - interval '30 days';
  DELETE FROM tries WHERE expire < now();
  DELETE FROM letters WHERE sent_at < now() - interval '7 days';
END $$;--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION copy_demo(uuid, uuid, text, interval) FROM PUBLIC;--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION clear_expired() FROM PUBLIC;
