CREATE TABLE "walk" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"walked_on" date NOT NULL,
	"person" text NOT NULL,
	"body" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"send_key" uuid NOT NULL,
	CONSTRAINT "walk_org_id_id_unique" UNIQUE("org_id","id")
);
--> statement-breakpoint
ALTER TABLE "walk" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "walk" ADD CONSTRAINT "walk_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "walk" ADD CONSTRAINT "walk_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "walk_send" ON "walk" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "walk_zone" ON "walk" USING btree ("zone_id","walked_on");--> statement-breakpoint
CREATE POLICY "walk_org" ON "walk" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
ALTER TABLE "walk" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
GRANT SELECT, INSERT ON "walk" TO app_user;
