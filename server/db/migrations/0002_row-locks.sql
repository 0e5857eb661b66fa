ALTER TABLE "crops" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "gardens" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "members" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "people" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "places" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "entries" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "tag_serials" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "tags" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "crosses" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "flowers" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "plants" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "seed_lots" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "sowings" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "crops" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "gardens" AS PERMISSIVE FOR ALL TO public USING (id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "demo_is_seen" ON "gardens" AS PERMISSIVE FOR SELECT TO public USING (is_demo);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "members" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "in_present_garden" ON "people" AS PERMISSIVE FOR SELECT TO public USING (exists (select 1 from members m where m.person_id = people.id));--> statement-breakpoint
CREATE POLICY "may_be_added" ON "people" AS PERMISSIVE FOR INSERT TO public WITH CHECK (true);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "places" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "entries" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "tag_serials" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "tags" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "crosses" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "flowers" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "plants" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "seed_lots" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "sowings" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid)) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), '')::uuid));