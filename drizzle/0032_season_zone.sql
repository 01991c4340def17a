CREATE TABLE "season_zone" (
	"zone_id" uuid PRIMARY KEY NOT NULL,
	"org_id" text NOT NULL,
	"is_stale" boolean DEFAULT true NOT NULL,
	"for_day" integer,
	"body" jsonb DEFAULT '{}'::jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "season_zone" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "season_zone" ADD CONSTRAINT "season_zone_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_zone" ADD CONSTRAINT "season_zone_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "season_zone_stale" ON "season_zone" USING btree ("org_id","is_stale");--> statement-breakpoint
CREATE POLICY "season_zone_org" ON "season_zone" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));
--> statement-breakpoint
ALTER TABLE "season_zone" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "season_zone" TO app_user;
