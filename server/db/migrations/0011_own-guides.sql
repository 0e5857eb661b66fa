CREATE TABLE "customs" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	CONSTRAINT "customs_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "customs" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "guides" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"crop" text NOT NULL,
	CONSTRAINT "guides_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "guides" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "customs" ADD CONSTRAINT "customs_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "guides" ADD CONSTRAINT "guides_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "plants_by_crop" ON "plants" USING btree ("garden_id","crop");--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "customs" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "guides" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);