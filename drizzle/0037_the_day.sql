CREATE TABLE "customer_note" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"lawn_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"for_day" date NOT NULL,
	"words" text NOT NULL,
	"how" text NOT NULL,
	"person" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"send_key" uuid NOT NULL,
	CONSTRAINT "customer_note_kind_known" CHECK ("customer_note"."kind" in ('before', 'sign', 'after', 'said'))
);
--> statement-breakpoint
ALTER TABLE "customer_note" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "day_route" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"for_day" date NOT NULL,
	"truck_id" uuid NOT NULL,
	"body" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "day_route" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "photo" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"lawn_id" uuid NOT NULL,
	"stop_key" uuid NOT NULL,
	"what" text NOT NULL,
	"taken_on" date NOT NULL,
	"person" text NOT NULL,
	"jpeg" text NOT NULL,
	"send_key" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "photo" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "stop_visit" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"lawn_id" uuid NOT NULL,
	"done_on" date NOT NULL,
	"person" text NOT NULL,
	"truck" text DEFAULT '' NOT NULL,
	"arrived_at" timestamp with time zone NOT NULL,
	"left_at" timestamp with time zone NOT NULL,
	"body" jsonb NOT NULL,
	"send_key" uuid NOT NULL,
	"sent_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "stop_visit_org_id_id_unique" UNIQUE("org_id","id")
);
--> statement-breakpoint
ALTER TABLE "stop_visit" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "truck" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"name" text NOT NULL,
	"people" text[] DEFAULT '{}' NOT NULL,
	"from_minute" integer,
	"to_minute" integer,
	"latitude" numeric(16, 6),
	"longitude" numeric(16, 6),
	"ended_on" date,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "truck_org_id_id_unique" UNIQUE("org_id","id")
);
--> statement-breakpoint
ALTER TABLE "truck" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "zone_follow_ups" (
	"zone_id" uuid PRIMARY KEY NOT NULL,
	"org_id" text NOT NULL,
	"lawn_id" uuid NOT NULL,
	"is_stale" boolean DEFAULT true NOT NULL,
	"for_day" integer DEFAULT 0 NOT NULL,
	"due_on" integer,
	"body" jsonb DEFAULT '{}'::jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "zone_follow_ups" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
DROP INDEX "application_window_board";--> statement-breakpoint
ALTER TABLE "application_window" ADD COLUMN "regret" real DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "application_window" ADD COLUMN "place" real DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "application_window" ADD COLUMN "was" jsonb;--> statement-breakpoint
ALTER TABLE "application_window" ADD COLUMN "is_changed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "house_rule" ADD COLUMN "visit_rules" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "house_rule" ADD COLUMN "visit_rules_version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "mown_on" integer[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "watered_on" integer[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "email" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "visit_price" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "customer_note" ADD CONSTRAINT "customer_note_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_note" ADD CONSTRAINT "customer_note_lawn_id_fk" FOREIGN KEY ("org_id","lawn_id") REFERENCES "public"."lawn"("org_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "day_route" ADD CONSTRAINT "day_route_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "day_route" ADD CONSTRAINT "day_route_truck_id_fk" FOREIGN KEY ("org_id","truck_id") REFERENCES "public"."truck"("org_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_lawn_id_fk" FOREIGN KEY ("org_id","lawn_id") REFERENCES "public"."lawn"("org_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stop_visit" ADD CONSTRAINT "stop_visit_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stop_visit" ADD CONSTRAINT "stop_visit_lawn_id_fk" FOREIGN KEY ("org_id","lawn_id") REFERENCES "public"."lawn"("org_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "truck" ADD CONSTRAINT "truck_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "zone_follow_ups" ADD CONSTRAINT "zone_follow_ups_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "zone_follow_ups" ADD CONSTRAINT "zone_follow_ups_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "zone_follow_ups" ADD CONSTRAINT "zone_follow_ups_lawn_id_fk" FOREIGN KEY ("org_id","lawn_id") REFERENCES "public"."lawn"("org_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "customer_note_send" ON "customer_note" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "customer_note_lawn" ON "customer_note" USING btree ("lawn_id","for_day");--> statement-breakpoint
CREATE UNIQUE INDEX "day_route_truck" ON "day_route" USING btree ("org_id","for_day","truck_id");--> statement-breakpoint
CREATE UNIQUE INDEX "photo_send" ON "photo" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "photo_lawn" ON "photo" USING btree ("lawn_id","taken_on");--> statement-breakpoint
CREATE INDEX "photo_stop" ON "photo" USING btree ("stop_key");--> statement-breakpoint
CREATE UNIQUE INDEX "stop_visit_send" ON "stop_visit" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "stop_visit_lawn" ON "stop_visit" USING btree ("lawn_id","done_on");--> statement-breakpoint
CREATE INDEX "stop_visit_day" ON "stop_visit" USING btree ("org_id","done_on");--> statement-breakpoint
CREATE UNIQUE INDEX "truck_name" ON "truck" USING btree ("org_id","name");--> statement-breakpoint
CREATE INDEX "zone_follow_ups_due" ON "zone_follow_ups" USING btree ("org_id","due_on");--> statement-breakpoint
CREATE INDEX "zone_follow_ups_stale" ON "zone_follow_ups" USING btree ("org_id","is_stale","for_day");--> statement-breakpoint
CREATE INDEX "application_window_changed" ON "application_window" USING btree ("org_id","lawn_id") WHERE is_changed;--> statement-breakpoint
CREATE INDEX "application_window_board" ON "application_window" USING btree ("org_id","state","place","lawn_id","for_hour","is_stale");--> statement-breakpoint
CREATE POLICY "customer_note_org" ON "customer_note" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "day_route_org" ON "day_route" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "photo_org" ON "photo" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "stop_visit_org" ON "stop_visit" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "truck_org" ON "truck" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "zone_follow_ups_org" ON "zone_follow_ups" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
ALTER TABLE "customer_note" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "day_route" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "photo" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "stop_visit" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "truck" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "zone_follow_ups" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
-- a customer who is forgotten takes notes and pictures along; nobody changes them
GRANT SELECT, INSERT, DELETE ON "customer_note" TO app_user;--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON "photo" TO app_user;--> statement-breakpoint
GRANT SELECT, INSERT ON "stop_visit" TO app_user;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "day_route" TO app_user;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "truck" TO app_user;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "zone_follow_ups" TO app_user;--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "truck" FOR EACH ROW EXECUTE FUNCTION note_change('name');--> statement-breakpoint
CREATE OR REPLACE FUNCTION book_names_only() RETURNS trigger LANGUAGE plpgsql SET search_path = public, pg_temp AS $$
DECLARE
  personal text[] := ARRAY['customer', 'address', 'latitude', 'longitude', 'notes', 'hazards', 'opt_out', 'closed_why', 'email',
    'weed_history', 'thin_spots', 'measure', 'trees'];
BEGIN
  IF old.subject NOT IN ('lawn', 'zone') OR new.was <> old.was - personal OR new.now <> old.now - personal
    OR new.name NOT IN (old.name, 'forgotten')
    OR NOT EXISTS (
      SELECT 1 FROM lawn l WHERE l.forgotten_on IS NOT NULL
        AND l.id = (CASE old.subject WHEN 'lawn' THEN old.subject_id::uuid
          ELSE (SELECT z.lawn_id FROM zone z WHERE z.id = old.subject_id::uuid) END)
    ) THEN
    RAISE EXCEPTION 'The book of changes is never changed';
  END IF;
  RETURN new;
END $$;--> statement-breakpoint
INSERT INTO zone_follow_ups (zone_id, org_id, lawn_id)
SELECT z.id, z.org_id, z.lawn_id FROM zone z WHERE EXISTS (SELECT 1 FROM application_record r WHERE r.zone_id = z.id);
