ALTER TABLE "zone" ADD COLUMN "seedings" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
UPDATE "zone" SET "seedings" = jsonb_build_array(jsonb_build_object('on', "seeding_on", 'kind', 'seed')) WHERE "seeding_on" IS NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" FORCE ROW LEVEL SECURITY;
