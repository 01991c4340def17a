CREATE TABLE "house_change" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"person" text NOT NULL,
	"field" text NOT NULL,
	"was" text NOT NULL,
	"now" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "house_change" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "house_rule" ADD COLUMN "day_version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "house_change" ADD CONSTRAINT "house_change_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "house_change_org" ON "house_change" USING btree ("org_id","changed_at");--> statement-breakpoint
CREATE POLICY "house_change_org" ON "house_change" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
GRANT SELECT, INSERT ON "house_change" TO app_user;--> statement-breakpoint
ALTER TABLE "house_change" FORCE ROW LEVEL SECURITY;
