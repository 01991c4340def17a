CREATE TABLE "api_token" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"user_id" text NOT NULL,
	"name" text NOT NULL,
	"hash" text NOT NULL,
	"hint" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"last_used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "api_token_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
CREATE TABLE "file_import" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"kind" text NOT NULL,
	"file_name" text NOT NULL,
	"body" text NOT NULL,
	"mapping" jsonb NOT NULL,
	"status" text NOT NULL,
	"total" integer NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"added" integer DEFAULT 0 NOT NULL,
	"skipped" integer DEFAULT 0 NOT NULL,
	"bad" integer DEFAULT 0 NOT NULL,
	"problems" jsonb NOT NULL,
	"warnings" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"trouble" text,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "file_import" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "logger_setup" (
	"org_id" text NOT NULL,
	"header" text NOT NULL,
	"mapping" jsonb NOT NULL,
	CONSTRAINT "logger_setup_org_id_header_pk" PRIMARY KEY("org_id","header")
);
--> statement-breakpoint
ALTER TABLE "logger_setup" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "met_readings" (
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"spot" text NOT NULL,
	"station_id" uuid NOT NULL,
	"site_key" text NOT NULL,
	"inputs" text NOT NULL,
	"offset" real NOT NULL,
	"offset_variance" real NOT NULL,
	"body" jsonb NOT NULL,
	CONSTRAINT "met_readings_zone_id_spot_pk" PRIMARY KEY("zone_id","spot")
);
--> statement-breakpoint
ALTER TABLE "met_readings" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "news" (
	"org_id" text PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "news" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "observation" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"sign" text NOT NULL,
	"seen_on" date NOT NULL,
	"person" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"send_key" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "observation" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "reading" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"spot" text NOT NULL,
	"depth_in" numeric(16, 6) NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"value" numeric(16, 6) NOT NULL,
	"unit" text NOT NULL,
	"offset_f" numeric(16, 6) NOT NULL,
	"calibrated" boolean NOT NULL,
	"source" text NOT NULL,
	"instrument" text NOT NULL,
	"person" text NOT NULL,
	"send_key" uuid,
	"import_id" uuid
);
--> statement-breakpoint
ALTER TABLE "reading" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "saved_filter" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"name" text NOT NULL,
	"query" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "saved_filter" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "soil_sensor" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"spot" text NOT NULL,
	"service_key" text NOT NULL,
	"utc_offset_hours" integer NOT NULL,
	"unit" text NOT NULL,
	"fetched_to" timestamp with time zone,
	"trouble" text
);
--> statement-breakpoint
ALTER TABLE "soil_sensor" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "thermometer" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"name" text NOT NULL,
	"offset_f" numeric(16, 6) NOT NULL,
	"calibrated_on" date,
	"retired" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "thermometer" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "house_rule" ADD COLUMN "crossings" jsonb;--> statement-breakpoint
ALTER TABLE "house_rule" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "latitude" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "longitude" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "hazards" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "notice_hours" integer;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "opt_out" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "organic_only" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "import_id" uuid;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "mixed_with" text;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "area_error_pct" numeric(16, 6) DEFAULT '5' NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "excluded_sq_ft" numeric(16, 6) DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "measure" jsonb DEFAULT '{"by":"typed","how":"estimated"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "trees" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "drainage" text DEFAULT 'good' NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "slope_percent" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "aspect" text;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "concrete_edge_ft" numeric(16, 6) DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "bed_edge_ft" numeric(16, 6) DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "water" text;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "water_ft" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "thatch" text DEFAULT 'none' NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "weed_history" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "thin_spots" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "school" text;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "readings_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "import_id" uuid;--> statement-breakpoint
ALTER TABLE "api_token" ADD CONSTRAINT "api_token_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "api_token" ADD CONSTRAINT "api_token_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_import" ADD CONSTRAINT "file_import_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "logger_setup" ADD CONSTRAINT "logger_setup_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "met_readings" ADD CONSTRAINT "met_readings_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "met_readings" ADD CONSTRAINT "met_readings_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "news" ADD CONSTRAINT "news_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "observation" ADD CONSTRAINT "observation_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "observation" ADD CONSTRAINT "observation_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saved_filter" ADD CONSTRAINT "saved_filter_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "soil_sensor" ADD CONSTRAINT "soil_sensor_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "soil_sensor" ADD CONSTRAINT "soil_sensor_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "thermometer" ADD CONSTRAINT "thermometer_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "api_token_user" ON "api_token" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "file_import_org" ON "file_import" USING btree ("org_id","made_at");--> statement-breakpoint
CREATE INDEX "met_readings_kind" ON "met_readings" USING btree ("station_id","site_key");--> statement-breakpoint
CREATE UNIQUE INDEX "observation_send" ON "observation" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "observation_zone" ON "observation" USING btree ("zone_id");--> statement-breakpoint
CREATE UNIQUE INDEX "reading_send" ON "reading" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE UNIQUE INDEX "reading_logged" ON "reading" USING btree ("zone_id","spot","depth_in","taken_at") WHERE source <> 'hand';--> statement-breakpoint
CREATE INDEX "reading_zone" ON "reading" USING btree ("zone_id","taken_at");--> statement-breakpoint
CREATE INDEX "reading_import" ON "reading" USING btree ("import_id");--> statement-breakpoint
CREATE UNIQUE INDEX "saved_filter_name" ON "saved_filter" USING btree ("org_id","name");--> statement-breakpoint
CREATE INDEX "soil_sensor_org" ON "soil_sensor" USING btree ("org_id");--> statement-breakpoint
CREATE INDEX "thermometer_org" ON "thermometer" USING btree ("org_id");--> statement-breakpoint
CREATE INDEX "lawn_import" ON "lawn" USING btree ("import_id");--> statement-breakpoint
CREATE INDEX "zone_import" ON "zone" USING btree ("import_id");--> statement-breakpoint
CREATE POLICY "file_import_org" ON "file_import" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "logger_setup_org" ON "logger_setup" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "met_readings_org" ON "met_readings" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "news_org" ON "news" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "observation_org" ON "observation" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "reading_org" ON "reading" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "saved_filter_org" ON "saved_filter" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "soil_sensor_org" ON "soil_sensor" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "thermometer_org" ON "thermometer" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));