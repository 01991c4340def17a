ALTER TABLE "equipment" ADD CONSTRAINT "equipment_org_id_id_unique" UNIQUE("org_id","id");--> statement-breakpoint
CREATE TABLE "calibration" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"equipment_id" uuid NOT NULL,
	"done_on" date NOT NULL,
	"person" text NOT NULL,
	"how" text NOT NULL,
	"fitted" text DEFAULT '' NOT NULL,
	"rate" double precision NOT NULL,
	"spread" double precision NOT NULL,
	"typed" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"send_key" uuid NOT NULL,
	CONSTRAINT "calibration_how_known" CHECK ("calibration"."how" in ('catch', 'weigh'))
);
--> statement-breakpoint
ALTER TABLE "calibration" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "calibration" ADD CONSTRAINT "calibration_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calibration" ADD CONSTRAINT "calibration_equipment_id_fk" FOREIGN KEY ("org_id","equipment_id") REFERENCES "public"."equipment"("org_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "calibration_send" ON "calibration" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "calibration_equipment" ON "calibration" USING btree ("equipment_id","done_on");--> statement-breakpoint
CREATE POLICY "calibration_org" ON "calibration" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
ALTER TABLE "calibration" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
GRANT SELECT, INSERT ON "calibration" TO app_user;