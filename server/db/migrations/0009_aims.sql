CREATE TABLE "models_version" (
	"is_only" boolean PRIMARY KEY DEFAULT true NOT NULL,
	"version" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "aims" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"crop" text NOT NULL,
	CONSTRAINT "aims_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "aims" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "inheritances" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"crop" text NOT NULL,
	CONSTRAINT "inheritances_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "inheritances" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "loci" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"crop" text NOT NULL,
	CONSTRAINT "loci_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "loci" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "rules" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"crop" text NOT NULL,
	CONSTRAINT "rules_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "rules" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "traits" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"crop" text NOT NULL,
	CONSTRAINT "traits_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "traits" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "aims" ADD CONSTRAINT "aims_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inheritances" ADD CONSTRAINT "inheritances_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "loci" ADD CONSTRAINT "loci_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rules" ADD CONSTRAINT "rules_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "traits" ADD CONSTRAINT "traits_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "aims" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "inheritances" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "loci" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "rules" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "traits" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);