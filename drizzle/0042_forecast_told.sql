CREATE TABLE "forecast_told" (
	"org_id" text NOT NULL,
	"station_id" uuid NOT NULL,
	"issued_on" date NOT NULL,
	"air" real[] NOT NULL,
	"stated" real[] NOT NULL,
	CONSTRAINT "forecast_told_station_id_issued_on_pk" PRIMARY KEY("station_id","issued_on")
);
--> statement-breakpoint
ALTER TABLE "forecast_told" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "forecast_told" ADD CONSTRAINT "forecast_told_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "forecast_told" ADD CONSTRAINT "forecast_told_station_id_fk" FOREIGN KEY ("org_id","station_id") REFERENCES "public"."station"("org_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "forecast_told_org" ON "forecast_told" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
ALTER TABLE "forecast_told" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "forecast_told" TO app_user;
