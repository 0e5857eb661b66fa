ALTER TABLE "gardens" ADD COLUMN "site_told" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "gardens" ADD COLUMN "station_on" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "places" ADD COLUMN "is_closed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "places" ADD COLUMN "merged_into" uuid;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "day_only" boolean DEFAULT false NOT NULL;--> statement-breakpoint
UPDATE "gardens" SET "site_told" = true WHERE "longitude" IS NOT NULL;
