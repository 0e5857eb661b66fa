CREATE TABLE "removals" (
	"garden_id" uuid NOT NULL,
	"type" text NOT NULL,
	"id" uuid NOT NULL,
	"revision" bigint NOT NULL,
	CONSTRAINT "removals_garden_id_type_id_pk" PRIMARY KEY("garden_id","type","id")
);
--> statement-breakpoint
ALTER TABLE "removals" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "removals" ADD CONSTRAINT "removals_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "removals_by_revision" ON "removals" USING btree ("garden_id","revision");--> statement-breakpoint
ALTER TABLE "gardens" DROP COLUMN "removed_at";--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "removals" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);