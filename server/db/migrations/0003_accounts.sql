CREATE TABLE "access_tokens" (
	"id" uuid PRIMARY KEY NOT NULL,
	"garden_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"name" text NOT NULL,
	"secret" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"last_used_at" timestamp with time zone,
	CONSTRAINT "access_tokens_secret_unique" UNIQUE("secret")
);
--> statement-breakpoint
ALTER TABLE "access_tokens" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "accounts" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"email" text NOT NULL,
	"password_hash" text NOT NULL,
	CONSTRAINT "accounts_email_unique" UNIQUE("email")
);
--> statement-breakpoint
ALTER TABLE "accounts" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "invitations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"garden_id" uuid NOT NULL,
	"secret" text NOT NULL,
	"role" text NOT NULL,
	"email" text,
	"made_by" uuid NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	CONSTRAINT "invitations_secret_unique" UNIQUE("secret")
);
--> statement-breakpoint
ALTER TABLE "invitations" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "letters" (
	"id" uuid PRIMARY KEY NOT NULL,
	"to" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"sent_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "resets" (
	"secret" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "resets" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "tries" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer NOT NULL,
	"expire" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"wish" jsonb NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"result" jsonb,
	"problem" text,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "jobs" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "uploads" (
	"person_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"piece" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"sent_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "uploads_person_id_id_piece_pk" PRIMARY KEY("person_id","id","piece")
);
--> statement-breakpoint
ALTER TABLE "uploads" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "gardens" ADD COLUMN "is_template" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "gardens" ADD COLUMN "expires_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "members" ADD COLUMN "left_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "seal" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "access_tokens" ADD CONSTRAINT "access_tokens_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_tokens" ADD CONSTRAINT "access_tokens_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "accounts" ADD CONSTRAINT "accounts_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_garden_id_gardens_id_fk" FOREIGN KEY ("garden_id") REFERENCES "public"."gardens"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_made_by_people_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "resets" ADD CONSTRAINT "resets_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "uploads" ADD CONSTRAINT "uploads_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "access_tokens_by_garden" ON "access_tokens" USING btree ("garden_id","person_id");--> statement-breakpoint
CREATE INDEX "invitations_by_garden" ON "invitations" USING btree ("garden_id");--> statement-breakpoint
CREATE INDEX "resets_by_person" ON "resets" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "jobs_by_person" ON "jobs" USING btree ("person_id","made_at");--> statement-breakpoint
CREATE INDEX "members_by_person" ON "members" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "entries_by_person" ON "entries" USING btree ("recorded_by");--> statement-breakpoint
CREATE POLICY "of_present_person" ON "gardens" AS PERMISSIVE FOR SELECT TO public USING (exists (select 1 from members m where m.garden_id = gardens.id and m.person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid));--> statement-breakpoint
CREATE POLICY "is_present_person" ON "members" AS PERMISSIVE FOR SELECT TO public USING (person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "is_present_person" ON "people" AS PERMISSIVE FOR ALL TO public USING (id = (select nullif(current_setting('virgulta.person', true), ''))::uuid) WITH CHECK (id = (select nullif(current_setting('virgulta.person', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "access_tokens" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_holder" ON "access_tokens" AS PERMISSIVE FOR SELECT TO public USING (secret = (select nullif(current_setting('virgulta.secret', true), '')));--> statement-breakpoint
CREATE POLICY "of_present_person" ON "accounts" AS PERMISSIVE FOR ALL TO public USING (person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid) WITH CHECK (person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_email" ON "accounts" AS PERMISSIVE FOR SELECT TO public USING (email = (select nullif(current_setting('virgulta.email', true), '')));--> statement-breakpoint
CREATE POLICY "of_present_garden" ON "invitations" AS PERMISSIVE FOR ALL TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_holder" ON "invitations" AS PERMISSIVE FOR SELECT TO public USING (secret = (select nullif(current_setting('virgulta.secret', true), '')));--> statement-breakpoint
CREATE POLICY "of_present_person" ON "resets" AS PERMISSIVE FOR ALL TO public USING (person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid) WITH CHECK (person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_holder" ON "resets" AS PERMISSIVE FOR SELECT TO public USING (secret = (select nullif(current_setting('virgulta.secret', true), '')));--> statement-breakpoint
CREATE POLICY "of_present_person" ON "jobs" AS PERMISSIVE FOR ALL TO public USING (person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid) WITH CHECK (person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid);--> statement-breakpoint
CREATE POLICY "of_present_person" ON "uploads" AS PERMISSIVE FOR ALL TO public USING (person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid) WITH CHECK (person_id = (select nullif(current_setting('virgulta.person', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "crops" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "gardens" TO public USING (id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "demo_is_seen" ON "gardens" TO public USING (is_template);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "members" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "places" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "entries" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "tag_serials" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "tags" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "crosses" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "flowers" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "plants" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "seed_lots" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);--> statement-breakpoint
ALTER POLICY "of_present_garden" ON "sowings" TO public USING (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid) WITH CHECK (garden_id = (select nullif(current_setting('virgulta.garden', true), ''))::uuid);