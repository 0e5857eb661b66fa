CREATE INDEX "tags_by_code" ON "tags" USING btree ("garden_id",code collate "C");--> statement-breakpoint
CREATE INDEX "tags_by_subject" ON "tags" USING btree ("garden_id","subject_id");