CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "application_record" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"send_key" uuid NOT NULL,
	"planned_id" uuid,
	"corrects_id" uuid,
	"correction_reason" text,
	"zone_id" uuid NOT NULL,
	"product_id" uuid NOT NULL,
	"part" integer NOT NULL,
	"parts" integer NOT NULL,
	"product_name" text NOT NULL,
	"registration_number" text NOT NULL,
	"site" text NOT NULL,
	"turf" text NOT NULL,
	"area_sq_ft" numeric(16, 6) NOT NULL,
	"amount" numeric(16, 6) NOT NULL,
	"amount_unit" text NOT NULL,
	"water_gal" numeric(16, 6) NOT NULL,
	"applied_on" date NOT NULL,
	"applied_by" text NOT NULL,
	"wind_mph" numeric(16, 6) NOT NULL,
	"air_f" numeric(16, 6) NOT NULL,
	"notes" text NOT NULL,
	"gates" jsonb NOT NULL,
	"recorded_by" text NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "application_record" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "clock" (
	"org_id" text PRIMARY KEY NOT NULL,
	"now" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "clock" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "forecast" (
	"org_id" text NOT NULL,
	"station_id" uuid PRIMARY KEY NOT NULL,
	"issued_on" date NOT NULL,
	"air" real[] NOT NULL,
	"rain" real[] NOT NULL,
	"wind" real[] NOT NULL,
	"air_error" real[] NOT NULL
);
--> statement-breakpoint
ALTER TABLE "forecast" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "house_rule" (
	"org_id" text PRIMARY KEY NOT NULL,
	"line_f" numeric(16, 6) NOT NULL,
	"line_days" integer NOT NULL,
	"line_depth_in" numeric(16, 6) NOT NULL,
	"wind_limit_mph" numeric(16, 6) NOT NULL,
	"wind_caution_mph" numeric(16, 6) NOT NULL,
	"work_from_hour" integer NOT NULL,
	"work_to_hour" integer NOT NULL,
	"calm_hours" integer NOT NULL,
	"lead_days" integer NOT NULL,
	"spacing_least_days" integer NOT NULL,
	"spacing_most_days" integer NOT NULL,
	"carrier_gal_per_1000" numeric(16, 6) NOT NULL,
	"tank_gal" numeric(16, 6) NOT NULL,
	"scale_step_g" numeric(16, 6) NOT NULL,
	"jug_step_fl_oz" numeric(16, 6) NOT NULL
);
--> statement-breakpoint
ALTER TABLE "house_rule" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "lawn" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"station_id" uuid NOT NULL,
	"customer" text NOT NULL,
	"address" text NOT NULL,
	"notes" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "lawn" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "member" (
	"user_id" text NOT NULL,
	"org_id" text NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "member_user_id_org_id_pk" PRIMARY KEY("user_id","org_id")
);
--> statement-breakpoint
CREATE TABLE "organisation" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "outlook" (
	"org_id" text NOT NULL,
	"station_id" uuid NOT NULL,
	"site_key" text NOT NULL,
	"inputs" text NOT NULL,
	"body" jsonb NOT NULL,
	CONSTRAINT "outlook_station_id_site_key_pk" PRIMARY KEY("station_id","site_key")
);
--> statement-breakpoint
ALTER TABLE "outlook" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "plan" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"product_id" uuid NOT NULL,
	"year" integer NOT NULL,
	"split" text NOT NULL,
	"total_rate" numeric(16, 6) NOT NULL,
	"rate_unit" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "plan" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "planned_application" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"plan_id" uuid NOT NULL,
	"part" integer NOT NULL,
	"planned_on" date NOT NULL
);
--> statement-breakpoint
ALTER TABLE "planned_application" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "product" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"name" text NOT NULL,
	"registration_number" text NOT NULL,
	"label_date" date NOT NULL,
	"demo" boolean NOT NULL,
	"status" text NOT NULL,
	"formulation" text NOT NULL,
	"signal_word" text NOT NULL,
	"restricted_use" boolean NOT NULL,
	"rate_unit" text NOT NULL,
	"amount_unit" text NOT NULL,
	"period" text NOT NULL,
	"year_limit" numeric(16, 6) NOT NULL,
	"minimum_interval_days" integer NOT NULL,
	"reaches_back" boolean NOT NULL,
	"water_in_in" numeric(16, 6),
	"water_within_days" integer,
	"wind_limit_mph" numeric(16, 6),
	"ppe" text NOT NULL,
	"reentry" text NOT NULL,
	"cautions" text[] NOT NULL
);
--> statement-breakpoint
ALTER TABLE "product" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "product_ingredient" (
	"org_id" text NOT NULL,
	"product_id" uuid NOT NULL,
	"name" text NOT NULL,
	"site_of_action" integer NOT NULL,
	"content" numeric(16, 6) NOT NULL,
	"content_unit" text NOT NULL,
	"year_limit_lb_per_acre" numeric(16, 6),
	CONSTRAINT "product_ingredient_product_id_name_pk" PRIMARY KEY("product_id","name")
);
--> statement-breakpoint
ALTER TABLE "product_ingredient" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "product_rate" (
	"org_id" text NOT NULL,
	"product_id" uuid NOT NULL,
	"turf" text NOT NULL,
	"low" numeric(16, 6) NOT NULL,
	"high" numeric(16, 6) NOT NULL,
	CONSTRAINT "product_rate_product_id_turf_pk" PRIMARY KEY("product_id","turf")
);
--> statement-breakpoint
ALTER TABLE "product_rate" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "product_seeding_wait" (
	"org_id" text NOT NULL,
	"product_id" uuid NOT NULL,
	"up_to" numeric(16, 6) NOT NULL,
	"days" integer NOT NULL,
	CONSTRAINT "product_seeding_wait_product_id_up_to_pk" PRIMARY KEY("product_id","up_to")
);
--> statement-breakpoint
ALTER TABLE "product_seeding_wait" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limit_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "station" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"name" text NOT NULL,
	"service_key" text NOT NULL,
	"utc_offset_hours" integer NOT NULL,
	"forecast_issued_on" date,
	"last_tried_at" timestamp with time zone,
	"last_tried_on" date,
	"trouble" text
);
--> statement-breakpoint
ALTER TABLE "station" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "weather_day" (
	"org_id" text NOT NULL,
	"station_id" uuid NOT NULL,
	"day" date NOT NULL,
	"air" real[] NOT NULL,
	"rain" real[] NOT NULL,
	"wind" real[] NOT NULL,
	CONSTRAINT "weather_day_station_id_day_pk" PRIMARY KEY("station_id","day")
);
--> statement-breakpoint
ALTER TABLE "weather_day" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "zone" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"lawn_id" uuid NOT NULL,
	"name" text NOT NULL,
	"turf" text NOT NULL,
	"area_sq_ft" numeric(16, 6) NOT NULL,
	"texture" text NOT NULL,
	"moisture" text NOT NULL,
	"exposure" text NOT NULL,
	"beside_pavement" boolean NOT NULL,
	"seeding_on" date,
	"irrigation_in_per_hour" numeric(16, 6),
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "zone" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_planned_id_planned_application_id_fk" FOREIGN KEY ("planned_id") REFERENCES "public"."planned_application"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clock" ADD CONSTRAINT "clock_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "forecast" ADD CONSTRAINT "forecast_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "forecast" ADD CONSTRAINT "forecast_station_id_station_id_fk" FOREIGN KEY ("station_id") REFERENCES "public"."station"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "house_rule" ADD CONSTRAINT "house_rule_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lawn" ADD CONSTRAINT "lawn_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lawn" ADD CONSTRAINT "lawn_station_id_station_id_fk" FOREIGN KEY ("station_id") REFERENCES "public"."station"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "member" ADD CONSTRAINT "member_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "member" ADD CONSTRAINT "member_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlook" ADD CONSTRAINT "outlook_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlook" ADD CONSTRAINT "outlook_station_id_station_id_fk" FOREIGN KEY ("station_id") REFERENCES "public"."station"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_application" ADD CONSTRAINT "planned_application_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_application" ADD CONSTRAINT "planned_application_plan_id_plan_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."plan"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product" ADD CONSTRAINT "product_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product_ingredient" ADD CONSTRAINT "product_ingredient_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product_ingredient" ADD CONSTRAINT "product_ingredient_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product_rate" ADD CONSTRAINT "product_rate_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product_rate" ADD CONSTRAINT "product_rate_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product_seeding_wait" ADD CONSTRAINT "product_seeding_wait_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product_seeding_wait" ADD CONSTRAINT "product_seeding_wait_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "station" ADD CONSTRAINT "station_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weather_day" ADD CONSTRAINT "weather_day_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weather_day" ADD CONSTRAINT "weather_day_station_id_station_id_fk" FOREIGN KEY ("station_id") REFERENCES "public"."station"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_lawn_id_lawn_id_fk" FOREIGN KEY ("lawn_id") REFERENCES "public"."lawn"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "account_user" ON "account" USING btree ("user_id");--> statement-breakpoint
CREATE UNIQUE INDEX "application_record_send" ON "application_record" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE UNIQUE INDEX "application_record_planned" ON "application_record" USING btree ("planned_id") WHERE corrects_id is null;--> statement-breakpoint
CREATE UNIQUE INDEX "application_record_corrects" ON "application_record" USING btree ("corrects_id");--> statement-breakpoint
CREATE INDEX "application_record_zone" ON "application_record" USING btree ("zone_id","applied_on");--> statement-breakpoint
CREATE INDEX "lawn_org" ON "lawn" USING btree ("org_id");--> statement-breakpoint
CREATE UNIQUE INDEX "plan_zone_year" ON "plan" USING btree ("zone_id","year");--> statement-breakpoint
CREATE UNIQUE INDEX "planned_application_part" ON "planned_application" USING btree ("plan_id","part");--> statement-breakpoint
CREATE INDEX "product_org" ON "product" USING btree ("org_id");--> statement-breakpoint
CREATE INDEX "session_user" ON "session" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "station_org" ON "station" USING btree ("org_id");--> statement-breakpoint
CREATE INDEX "zone_lawn" ON "zone" USING btree ("lawn_id");--> statement-breakpoint
CREATE POLICY "application_record_org" ON "application_record" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "clock_org" ON "clock" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "forecast_org" ON "forecast" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "house_rule_org" ON "house_rule" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "lawn_org" ON "lawn" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "outlook_org" ON "outlook" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "plan_org" ON "plan" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "planned_application_org" ON "planned_application" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "product_org" ON "product" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "product_ingredient_org" ON "product_ingredient" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "product_rate_org" ON "product_rate" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "product_seeding_wait_org" ON "product_seeding_wait" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "station_org" ON "station" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "weather_day_org" ON "weather_day" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "zone_org" ON "zone" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));