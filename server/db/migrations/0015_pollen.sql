CREATE TABLE "store_readings" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"store_id" uuid NOT NULL,
	CONSTRAINT "store_readings_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "store_readings" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "stores" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	CONSTRAINT "stores_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "stores" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "tubes" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"code" text NOT NULL,
	"crop" text NOT NULL,
	CONSTRAINT "tubes_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "tubes" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "store_readings" ADD CONSTRAINT "store_readings_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stores" ADD CONSTRAINT "stores_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tubes" ADD CONSTRAINT "tubes_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "store_readings" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "stores" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "tubes" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
-- Labels in the tray of the simulated printer are told otherwise now.
DELETE FROM "printouts";