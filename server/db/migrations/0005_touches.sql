CREATE TABLE "touches" (
	"garden_id" uuid NOT NULL,
	"subject_id" uuid NOT NULL,
	"entry_id" uuid NOT NULL,
	"is_need" boolean NOT NULL,
	CONSTRAINT "touches_garden_id_subject_id_is_need_entry_id_pk" PRIMARY KEY("garden_id","subject_id","is_need","entry_id")
);
--> statement-breakpoint
ALTER TABLE "touches" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
DROP INDEX "entries_subjects";--> statement-breakpoint
DROP INDEX "entries_needs";--> statement-breakpoint
DROP INDEX "flowers_by_status";--> statement-breakpoint
ALTER TABLE "gardens" ADD COLUMN "removed_at" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "crosses" ADD COLUMN "revision" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "flowers" ADD COLUMN "revision" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "plants" ADD COLUMN "revision" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "seed_lots" ADD COLUMN "revision" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sowings" ADD COLUMN "revision" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "touches" ADD CONSTRAINT "touches_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "crosses_by_revision" ON "crosses" USING btree ("garden_id","revision");--> statement-breakpoint
CREATE INDEX "flowers_by_revision" ON "flowers" USING btree ("garden_id","revision");--> statement-breakpoint
CREATE INDEX "plants_by_revision" ON "plants" USING btree ("garden_id","revision");--> statement-breakpoint
CREATE INDEX "plants_named" ON "plants" USING btree ("garden_id","name") WHERE name <> code;--> statement-breakpoint
CREATE INDEX "seed_lots_by_revision" ON "seed_lots" USING btree ("garden_id","revision");--> statement-breakpoint
CREATE INDEX "sowings_by_revision" ON "sowings" USING btree ("garden_id","revision");--> statement-breakpoint
INSERT INTO "touches" SELECT e."garden_id", subject, e."id", false FROM "entries" e, unnest(e."subjects") AS subject WHERE e."kind" <> 'voided' ON CONFLICT DO NOTHING;--> statement-breakpoint
INSERT INTO "touches" SELECT e."garden_id", subject, e."id", true FROM "entries" e, unnest(e."needs") AS subject WHERE e."kind" <> 'voided' ON CONFLICT DO NOTHING;--> statement-breakpoint
ALTER TABLE "entries" DROP COLUMN "subjects";--> statement-breakpoint
ALTER TABLE "entries" DROP COLUMN "needs";--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "touches" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);