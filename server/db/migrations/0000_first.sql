CREATE TABLE "crops" (
	"garden_id" uuid NOT NULL,
	"id" text NOT NULL,
	"guide" jsonb NOT NULL,
	CONSTRAINT "crops_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
CREATE TABLE "gardens" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"zone" text NOT NULL,
	"latitude" double precision NOT NULL,
	"is_demo" boolean DEFAULT false NOT NULL,
	"clock_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "members" (
	"garden_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "members_garden_id_person_id_pk" PRIMARY KEY("garden_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "places" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"position" integer NOT NULL,
	CONSTRAINT "places_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
CREATE TABLE "entries" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"kind" text NOT NULL,
	"subject_id" uuid,
	"payload" jsonb,
	"subjects" uuid[] NOT NULL,
	"needs" uuid[] NOT NULL,
	"voids" uuid,
	"happened_at" timestamp(3) with time zone NOT NULL,
	"recorded_at" timestamp(3) with time zone DEFAULT now() NOT NULL,
	"recorded_by" uuid NOT NULL,
	CONSTRAINT "entries_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
CREATE TABLE "tag_serials" (
	"garden_id" uuid NOT NULL,
	"year" integer NOT NULL,
	"next" integer NOT NULL,
	CONSTRAINT "tag_serials_garden_id_year_pk" PRIMARY KEY("garden_id","year")
);
--> statement-breakpoint
CREATE TABLE "tags" (
	"garden_id" uuid NOT NULL,
	"code" text NOT NULL,
	"subject_type" text NOT NULL,
	"subject_id" uuid NOT NULL,
	CONSTRAINT "tags_garden_id_code_pk" PRIMARY KEY("garden_id","code")
);
--> statement-breakpoint
CREATE TABLE "crosses" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"code" text NOT NULL,
	"state" jsonb NOT NULL,
	"crop" text NOT NULL,
	"seed_parent_id" uuid NOT NULL,
	"pollen_parent_id" uuid,
	"planned_on" date NOT NULL,
	CONSTRAINT "crosses_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
CREATE TABLE "flowers" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"code" text NOT NULL,
	"state" jsonb NOT NULL,
	"cross_id" uuid NOT NULL,
	"seed_parent_id" uuid NOT NULL,
	"status" text NOT NULL,
	CONSTRAINT "flowers_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
CREATE TABLE "plants" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"code" text NOT NULL,
	"state" jsonb NOT NULL,
	"name" text NOT NULL,
	"crop" text NOT NULL,
	"plant_kind" text NOT NULL,
	"place_id" uuid,
	"cross_id" uuid,
	"verdict" text,
	"since" date NOT NULL,
	CONSTRAINT "plants_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
CREATE TABLE "seed_lots" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"code" text NOT NULL,
	"state" jsonb NOT NULL,
	"cross_id" uuid NOT NULL,
	CONSTRAINT "seed_lots_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
CREATE TABLE "sowings" (
	"garden_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"code" text NOT NULL,
	"state" jsonb NOT NULL,
	"cross_id" uuid NOT NULL,
	"lot_id" uuid NOT NULL,
	CONSTRAINT "sowings_garden_id_id_pk" PRIMARY KEY("garden_id","id")
);
--> statement-breakpoint
ALTER TABLE "crops" ADD CONSTRAINT "crops_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "places" ADD CONSTRAINT "places_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_recorded_by_people_id_fk" FOREIGN KEY ("recorded_by") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tag_serials" ADD CONSTRAINT "tag_serials_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tags" ADD CONSTRAINT "tags_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "crosses" ADD CONSTRAINT "crosses_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "flowers" ADD CONSTRAINT "flowers_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plants" ADD CONSTRAINT "plants_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "seed_lots" ADD CONSTRAINT "seed_lots_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sowings" ADD CONSTRAINT "sowings_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entries_subjects" ON "entries" USING gin ("subjects");--> statement-breakpoint
CREATE INDEX "entries_needs" ON "entries" USING gin ("needs");--> statement-breakpoint
CREATE INDEX "entries_happened" ON "entries" USING btree ("garden_id","happened_at","id");--> statement-breakpoint
CREATE UNIQUE INDEX "entries_voided_once" ON "entries" USING btree ("garden_id","voids") WHERE "entries"."voids" is not null;--> statement-breakpoint
CREATE INDEX "flowers_by_cross" ON "flowers" USING btree ("garden_id","cross_id");--> statement-breakpoint
CREATE INDEX "flowers_by_status" ON "flowers" USING btree ("garden_id","status");--> statement-breakpoint
CREATE INDEX "plants_by_name" ON "plants" USING btree ("garden_id","name");--> statement-breakpoint
CREATE INDEX "plants_by_cross" ON "plants" USING btree ("garden_id","cross_id");--> statement-breakpoint
CREATE INDEX "seed_lots_by_cross" ON "seed_lots" USING btree ("garden_id","cross_id");--> statement-breakpoint
CREATE INDEX "sowings_by_cross" ON "sowings" USING btree ("garden_id","cross_id");