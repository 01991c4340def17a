ALTER TABLE "plan" DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
DROP POLICY "plan_org" ON "plan" CASCADE;--> statement-breakpoint
DROP TABLE "plan" CASCADE;--> statement-breakpoint
ALTER TABLE "application_record" ALTER COLUMN "visit_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "planned_application" ALTER COLUMN "zone_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "application_record" DROP COLUMN "with_id";--> statement-breakpoint
ALTER TABLE "planned_application" DROP COLUMN "plan_id";--> statement-breakpoint
ALTER TABLE "planned_application" DROP COLUMN "part";