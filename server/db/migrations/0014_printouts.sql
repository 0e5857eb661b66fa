CREATE TABLE "printouts" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"tag" jsonb NOT NULL,
	"printed_at" timestamp with time zone NOT NULL,
	CONSTRAINT "printouts_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "printouts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "printouts" ADD CONSTRAINT "printouts_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "printouts" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);