CREATE TABLE "photos" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"type" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	"sent_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "photos_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "photos" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "plants" drop column "is_sound";--> statement-breakpoint
ALTER TABLE "plants" ADD COLUMN "is_sound" boolean GENERATED ALWAYS AS (coalesce(state @@ '$.scores.type() == "array" && $.missing.type() == "array" && $.remarks.type() == "array" && $.photos.type() == "array" && $.pottedOn.type() == "array" && $.holds.type() == "array" && $.genotype.type() == "object" && $.blooming.notes.type() == "array" && $.blooming.blooms.type() == "array" && !(exists($.blooming.blooms[*] ? (!(@.seen like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") || (@.seen like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") is unknown))) && $.since like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$" && !(exists($.scores[*] ? (!(@.value.type() == "number" && @.on like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") || (@.value.type() == "number" && @.on like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") is unknown))) && !(exists($.pottedOn[*] ? (!(@ like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") || (@ like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") is unknown))) && !(exists($.holds[*] ? (!(@.from like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") || (@.from like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") is unknown))) && ($.lost == null || $.lost.on like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") && ($.struckOff == null || $.struckOff.on like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$") && ($.verdict == null || $.verdict.on like_regex "^[0-9]{4}-(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$")', false)) STORED NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "photos" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);