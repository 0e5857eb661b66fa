CREATE TABLE "batches" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"code" text NOT NULL,
	"crop" text NOT NULL,
	"plant_id" uuid NOT NULL,
	CONSTRAINT "batches_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "batches" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "readings" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"read_on" date NOT NULL,
	CONSTRAINT "readings_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "readings" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "tasks" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"crop" text NOT NULL,
	CONSTRAINT "tasks_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "tasks" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "gardens" ADD COLUMN "longitude" double precision;--> statement-breakpoint
ALTER TABLE "batches" ADD CONSTRAINT "batches_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tasks" ADD CONSTRAINT "tasks_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "batches_by_plant" ON "batches" USING btree ("garden_id","plant_id");--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "batches" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "readings" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "tasks" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
-- A copy of the demo garden lies where the demo garden lies.
CREATE OR REPLACE FUNCTION copy_demo(copy uuid, visitor uuid, visitor_name text, stays interval) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  template uuid;
  name text;
  columns text;
BEGIN
  SELECT id INTO template FROM gardens WHERE is_template LIMIT 1;
  IF template IS NULL THEN RETURN false; END IF;
  INSERT INTO gardens (id, name, zone, latitude, longitude, is_demo, revision, clock_at, expires_at)
    SELECT copy, g.name, g.zone, g.latitude, g.longitude, g.is_demo, g.revision, g.clock_at, now() + stays FROM gardens g WHERE g.id = template;
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
END $$;
