CREATE TABLE "keepings" (
	"garden_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"build" text NOT NULL,
	"kept" "bytea" NOT NULL,
	CONSTRAINT "keepings_garden_id_kind_name_pk" PRIMARY KEY("garden_id","kind","name")
);
--> statement-breakpoint
ALTER TABLE "keepings" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "keepings" ADD CONSTRAINT "keepings_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "keepings" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);