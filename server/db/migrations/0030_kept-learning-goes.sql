DROP POLICY "of_present_garden" ON "learnings" CASCADE;--> statement-breakpoint
DROP TABLE "learnings" CASCADE;