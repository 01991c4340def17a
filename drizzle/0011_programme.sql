CREATE TABLE "application_window" (
	"application_id" uuid PRIMARY KEY NOT NULL,
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"for_hour" integer NOT NULL,
	"is_stale" boolean DEFAULT false NOT NULL,
	"state" text NOT NULL,
	"open_from" integer,
	"ajar_from" integer,
	"ajar_to" integer,
	"body" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "application_window" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "earlier_work" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"done_on" date NOT NULL,
	"done_by" text NOT NULL,
	"product_id" uuid,
	"label_version" integer,
	"rate" numeric(16, 6),
	"rate_unit" text,
	"substance" text DEFAULT '' NOT NULL,
	"site_group" integer,
	"amount" numeric(16, 6),
	"certainty" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"person" text NOT NULL,
	"entered_at" timestamp with time zone NOT NULL,
	"takes_back_id" uuid,
	"send_key" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "earlier_work" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "planned_product" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"application_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"tank" integer DEFAULT 1 NOT NULL,
	"product_id" uuid NOT NULL,
	"rate" numeric(16, 6) NOT NULL,
	"rate_unit" text NOT NULL,
	"use" text NOT NULL,
	"targets" text[] DEFAULT '{}' NOT NULL,
	"method" text,
	"place" text DEFAULT 'zone' NOT NULL,
	"area_sq_ft" numeric(16, 6),
	"length_ft" numeric(16, 6),
	"width_ft" numeric(16, 6),
	"ground" text DEFAULT '' NOT NULL,
	"tie_id" uuid,
	"part" integer
);
--> statement-breakpoint
ALTER TABLE "planned_product" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "product_tie" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"parts" integer NOT NULL,
	"total" numeric(16, 6),
	"unit" text,
	"shares" double precision[],
	"least_days" integer NOT NULL,
	"most_days" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "product_tie" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "planned_application" DROP CONSTRAINT "planned_application_plan_id_plan_id_fk";
--> statement-breakpoint
DROP INDEX "application_record_planned";--> statement-breakpoint
DROP INDEX "planned_application_part";--> statement-breakpoint
ALTER TABLE "application_record" ALTER COLUMN "wind_mph" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ALTER COLUMN "air_f" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "planned_application" ALTER COLUMN "plan_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "planned_application" ALTER COLUMN "part" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "visit_id" uuid;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "planned_product_id" uuid;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "form" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "customer" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "address" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "product_kind" text DEFAULT 'herbicide' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "targets" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "certified_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "certified_number" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "supervisor" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "started_at" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "ended_at" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "wind_from" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "method" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "equipment" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "lot" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "notice_given" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "reentry_told" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "place" text DEFAULT 'zone' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "ground" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "tank" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "ingredients" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "closed_on" date;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "closed_why" text;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "zone_id" uuid;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "purpose" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "earliest_on" date;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "latest_on" date;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "skipped_why" text;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "skipped_by" text;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "skipped_on" date;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "changed_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "planned_application" ADD COLUMN "changed_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "history" text DEFAULT 'not asked' NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "book_from" date;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "closed_on" date;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "closed_why" text;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "programme_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "application_window" ADD CONSTRAINT "application_window_application_id_planned_application_id_fk" FOREIGN KEY ("application_id") REFERENCES "public"."planned_application"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "application_window" ADD CONSTRAINT "application_window_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "earlier_work" ADD CONSTRAINT "earlier_work_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "earlier_work" ADD CONSTRAINT "earlier_work_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "earlier_work" ADD CONSTRAINT "earlier_work_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_application_id_planned_application_id_fk" FOREIGN KEY ("application_id") REFERENCES "public"."planned_application"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_tie_id_product_tie_id_fk" FOREIGN KEY ("tie_id") REFERENCES "public"."product_tie"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product_tie" ADD CONSTRAINT "product_tie_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product_tie" ADD CONSTRAINT "product_tie_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "application_window_zone" ON "application_window" USING btree ("zone_id");--> statement-breakpoint
CREATE UNIQUE INDEX "earlier_work_send" ON "earlier_work" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "earlier_work_zone" ON "earlier_work" USING btree ("zone_id");--> statement-breakpoint
CREATE UNIQUE INDEX "planned_product_position" ON "planned_product" USING btree ("application_id","position");--> statement-breakpoint
CREATE INDEX "planned_product_product" ON "planned_product" USING btree ("product_id");--> statement-breakpoint
CREATE INDEX "planned_product_tie" ON "planned_product" USING btree ("tie_id");--> statement-breakpoint
CREATE INDEX "product_tie_zone" ON "product_tie" USING btree ("zone_id");--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_planned_product_id_planned_product_id_fk" FOREIGN KEY ("planned_product_id") REFERENCES "public"."planned_product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_application" ADD CONSTRAINT "planned_application_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "application_record_planned_product" ON "application_record" USING btree ("planned_product_id") WHERE corrects_id is null;--> statement-breakpoint
CREATE INDEX "application_record_planned_application" ON "application_record" USING btree ("planned_id");--> statement-breakpoint
CREATE INDEX "application_record_day" ON "application_record" USING btree ("org_id","applied_on");--> statement-breakpoint
CREATE INDEX "application_record_visit" ON "application_record" USING btree ("visit_id");--> statement-breakpoint
CREATE INDEX "planned_application_zone" ON "planned_application" USING btree ("zone_id","planned_on");--> statement-breakpoint
CREATE POLICY "application_window_org" ON "application_window" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "earlier_work_org" ON "earlier_work" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "planned_product_org" ON "planned_product" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "product_tie_org" ON "product_tie" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));