CREATE TABLE "learnings" (
	"garden_id" uuid NOT NULL,
	"crop" text NOT NULL,
	"build" text NOT NULL,
	"kept" "bytea" NOT NULL,
	CONSTRAINT "learnings_garden_id_crop_pk" PRIMARY KEY("garden_id","crop")
);
--> statement-breakpoint
ALTER TABLE "learnings" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "learnings" ADD CONSTRAINT "learnings_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "learnings" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);