CREATE TABLE "place_histories" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"is_sound" boolean GENERATED ALWAYS AS (coalesce(state @@ '$.spells.type() == "array" && !(exists($.spells[*] ? (!(@.since like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$" && @.conditions.type() == "object") || (@.since like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$" && @.conditions.type() == "object") is unknown)))', false)) STORED NOT NULL,
	CONSTRAINT "place_histories_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "place_histories" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "place_histories" ADD CONSTRAINT "place_histories_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "place_histories" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
-- There are several demo gardens: a visitor says which.
DROP FUNCTION copy_demo(uuid, uuid, text, interval);--> statement-breakpoint
CREATE FUNCTION copy_demo(demo text, copy uuid, visitor uuid, visitor_name text, stays interval) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  template uuid;
  name text;
  columns text;
BEGIN
  SELECT g.id INTO template FROM gardens g WHERE g.is_template AND g.name = demo LIMIT 1;
  IF template IS NULL THEN RETURN false; END IF;
  INSERT INTO gardens (id, name, zone, latitude, longitude, is_demo, revision, clock_at, expires_at)
    SELECT copy, g.name, g.zone, g.latitude, g.longitude, g.is_demo, g.revision, g.clock_at, now() + stays FROM gardens g WHERE g.id = template;
  -- Every table of a garden, as it is today and as later ones will be; what people hold in a garden is theirs and stays behind.
  FOR name, columns IN
    SELECT c.table_name, string_agg(quote_ident(c.column_name), ', ')
    FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
    WHERE c.table_schema = 'public' AND t.table_type = 'BASE TABLE' AND c.column_name <> 'garden_id' AND c.is_generated = 'NEVER'
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
REVOKE EXECUTE ON FUNCTION copy_demo(text, uuid, uuid, text, interval) FROM PUBLIC;
