CREATE TABLE "equipment" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"name" text NOT NULL,
	"method" text NOT NULL,
	"calibrated_on" date
);
--> statement-breakpoint
ALTER TABLE "equipment" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "finding" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"zone_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"word" text DEFAULT '' NOT NULL,
	"figure" numeric(16, 6),
	"found_on" date NOT NULL,
	"person" text NOT NULL,
	"send_key" uuid NOT NULL,
	"entered" bigint GENERATED ALWAYS AS IDENTITY (sequence name "finding_entered_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1)
);
--> statement-breakpoint
ALTER TABLE "finding" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "label_version" (
	"org_id" text NOT NULL,
	"product_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"sheet" jsonb NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	CONSTRAINT "label_version_product_id_version_pk" PRIMARY KEY("product_id","version")
);
--> statement-breakpoint
ALTER TABLE "label_version" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "latch_lift" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"planned_id" uuid NOT NULL,
	"zone_id" uuid NOT NULL,
	"gate" text NOT NULL,
	"why" text NOT NULL,
	"lifted_from" date NOT NULL,
	"until" date NOT NULL,
	"person" text NOT NULL,
	"lifted_at" timestamp with time zone NOT NULL,
	"send_key" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "latch_lift" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "licence" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"person" text NOT NULL,
	"number" text NOT NULL,
	"categories" text[] NOT NULL,
	"valid_to" date NOT NULL
);
--> statement-breakpoint
ALTER TABLE "licence" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "stock_move" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"product_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"lot" text NOT NULL,
	"amount" numeric(16, 6) NOT NULL,
	"unit" text NOT NULL,
	"price" numeric(16, 6),
	"moved_on" date NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"person" text NOT NULL,
	"record_id" uuid,
	"send_key" uuid NOT NULL,
	"entered" bigint GENERATED ALWAYS AS IDENTITY (sequence name "stock_move_entered_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1)
);
--> statement-breakpoint
ALTER TABLE "stock_move" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "label_version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "use" text DEFAULT 'pre-emergent' NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" ADD COLUMN "with_id" uuid;--> statement-breakpoint
ALTER TABLE "forecast" ADD COLUMN "rain_chance" real[];--> statement-breakpoint
ALTER TABLE "house_rule" ADD COLUMN "gates" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "state" text;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "use" text DEFAULT 'pre-emergent' NOT NULL;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "target" text;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "method" text;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "partner_product_id" uuid;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "partner_rate" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "partner_unit" text;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "partner_use" text;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "partner_how" text;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "station" ADD COLUMN "latitude" numeric(16, 6) DEFAULT '39' NOT NULL;--> statement-breakpoint
ALTER TABLE "equipment" ADD CONSTRAINT "equipment_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "finding" ADD CONSTRAINT "finding_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "finding" ADD CONSTRAINT "finding_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "label_version" ADD CONSTRAINT "label_version_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "label_version" ADD CONSTRAINT "label_version_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "latch_lift" ADD CONSTRAINT "latch_lift_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "latch_lift" ADD CONSTRAINT "latch_lift_zone_id_zone_id_fk" FOREIGN KEY ("zone_id") REFERENCES "public"."zone"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "licence" ADD CONSTRAINT "licence_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_move" ADD CONSTRAINT "stock_move_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_move" ADD CONSTRAINT "stock_move_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "finding_send" ON "finding" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "finding_zone" ON "finding" USING btree ("zone_id");--> statement-breakpoint
CREATE UNIQUE INDEX "latch_lift_send" ON "latch_lift" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "latch_lift_planned" ON "latch_lift" USING btree ("planned_id");--> statement-breakpoint
CREATE UNIQUE INDEX "stock_move_send" ON "stock_move" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "stock_move_product" ON "stock_move" USING btree ("product_id");--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_partner_product_id_product_id_fk" FOREIGN KEY ("partner_product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "equipment_org" ON "equipment" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "finding_org" ON "finding" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "label_version_org" ON "label_version" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "latch_lift_org" ON "latch_lift" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "licence_org" ON "licence" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "stock_move_org" ON "stock_move" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));