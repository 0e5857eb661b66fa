ALTER TABLE "access_tokens" ALTER COLUMN "opens" SET DEFAULT 'read';--> statement-breakpoint
ALTER TABLE "access_tokens" ADD COLUMN "seal" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "access_tokens" SET "opens" = 'note' WHERE "opens" = 'garden';--> statement-breakpoint
UPDATE "access_tokens" t SET "seal" = p."seal" FROM "people" p WHERE p."id" = t."person_id";
