DROP POLICY "of_present_garden" ON "crops" CASCADE;--> statement-breakpoint
DROP TABLE "crops" CASCADE;