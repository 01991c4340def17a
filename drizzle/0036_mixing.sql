CREATE TABLE "cap_weighing" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"tool_id" uuid NOT NULL,
	"grams" numeric(16, 6) NOT NULL,
	"weighed_on" date NOT NULL,
	"person" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"send_key" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "cap_weighing" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "equipment_note" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"equipment_id" uuid NOT NULL,
	"noted_on" date NOT NULL,
	"kind" text NOT NULL,
	"words" text NOT NULL,
	"person" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"send_key" uuid NOT NULL,
	CONSTRAINT "equipment_note_kind_known" CHECK ("equipment_note"."kind" in ('worn', 'repaired', 'changed', 'cleaned'))
);
--> statement-breakpoint
ALTER TABLE "equipment_note" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "load_card" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"for_day" date NOT NULL,
	"card" jsonb NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"measured" jsonb,
	"measured_by" text DEFAULT '' NOT NULL,
	"measured_at" timestamp with time zone,
	"measured_key" uuid
);
--> statement-breakpoint
ALTER TABLE "load_card" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "measuring_tool" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"step" numeric(16, 6),
	"product_id" uuid,
	"truck" text DEFAULT '' NOT NULL,
	"ended_on" date,
	"send_key" uuid NOT NULL,
	CONSTRAINT "measuring_tool_org_id_id_unique" UNIQUE("org_id","id"),
	CONSTRAINT "measuring_tool_kind_known" CHECK ("measuring_tool"."kind" in ('scale', 'jug', 'cap'))
);
--> statement-breakpoint
ALTER TABLE "measuring_tool" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "calibration" DROP CONSTRAINT "calibration_how_known";--> statement-breakpoint
ALTER TABLE "equipment" ADD COLUMN "tank_gal" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "equipment" ADD COLUMN "dead_gal" numeric(16, 6) DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "equipment" ADD COLUMN "hopper_lb" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "equipment" ADD COLUMN "fitted" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "equipment" ADD COLUMN "truck" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "equipment" ADD COLUMN "is_ridden" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "equipment" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "stock_move" ADD COLUMN "expires_on" date;--> statement-breakpoint
ALTER TABLE "cap_weighing" ADD CONSTRAINT "cap_weighing_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cap_weighing" ADD CONSTRAINT "cap_weighing_tool_id_fk" FOREIGN KEY ("org_id","tool_id") REFERENCES "public"."measuring_tool"("org_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "equipment_note" ADD CONSTRAINT "equipment_note_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "equipment_note" ADD CONSTRAINT "equipment_note_equipment_id_fk" FOREIGN KEY ("org_id","equipment_id") REFERENCES "public"."equipment"("org_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_card" ADD CONSTRAINT "load_card_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measuring_tool" ADD CONSTRAINT "measuring_tool_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measuring_tool" ADD CONSTRAINT "measuring_tool_product_id_fk" FOREIGN KEY ("org_id","product_id") REFERENCES "public"."product"("org_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "cap_weighing_send" ON "cap_weighing" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "cap_weighing_tool" ON "cap_weighing" USING btree ("tool_id");--> statement-breakpoint
CREATE UNIQUE INDEX "equipment_note_send" ON "equipment_note" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "equipment_note_equipment" ON "equipment_note" USING btree ("equipment_id");--> statement-breakpoint
CREATE INDEX "load_card_day" ON "load_card" USING btree ("org_id","for_day");--> statement-breakpoint
CREATE UNIQUE INDEX "measuring_tool_send" ON "measuring_tool" USING btree ("org_id","send_key");--> statement-breakpoint
CREATE INDEX "measuring_tool_product" ON "measuring_tool" USING btree ("product_id");--> statement-breakpoint
ALTER TABLE "calibration" ADD CONSTRAINT "calibration_how_known" CHECK ("calibration"."how" in ('catch', 'weigh', 'pace', 'plot', 'boom', 'pan'));--> statement-breakpoint
CREATE POLICY "cap_weighing_org" ON "cap_weighing" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "equipment_note_org" ON "equipment_note" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "load_card_org" ON "load_card" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
CREATE POLICY "measuring_tool_org" ON "measuring_tool" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
ALTER TABLE "cap_weighing" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "equipment_note" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "load_card" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "measuring_tool" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
GRANT SELECT, INSERT ON "cap_weighing" TO app_user;--> statement-breakpoint
GRANT SELECT, INSERT ON "equipment_note" TO app_user;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "load_card" TO app_user;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "measuring_tool" TO app_user;
