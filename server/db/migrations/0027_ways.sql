CREATE TABLE "ways" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"state" jsonb NOT NULL,
	"revision" bigint DEFAULT 0 NOT NULL,
	"is_sound" boolean GENERATED ALWAYS AS (coalesce(state @@ '$.from like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$" && $.chosenOn like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$" && $.crossId.type() == "string" && $.plan.kind.type() == "string" && $.done.type() == "array" && !(exists($.done[*] ? (!(@.on like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") || (@.on like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") is unknown))) && ($.ended == null || $.ended.on like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$")', false)) STORED NOT NULL,
	"crop" text NOT NULL,
	CONSTRAINT "ways_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "ways" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "ways" ADD CONSTRAINT "ways_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "ways" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);