ALTER TABLE "zone" ADD COLUMN "waters" jsonb;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "grounds" text;--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_grounds_known" CHECK ("zone"."grounds" in ('home lawn', 'public ground', 'sports field', 'golf course', 'sod farm'));--> statement-breakpoint
ALTER TABLE "zone" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
UPDATE "zone" SET "waters" = CASE WHEN "water" IS NULL THEN NULL WHEN "water" = 'none' THEN '[]'::jsonb ELSE jsonb_build_array(jsonb_build_object('kind', "water", 'feet', "water_ft")) END;--> statement-breakpoint
ALTER TABLE "zone" FORCE ROW LEVEL SECURITY;
