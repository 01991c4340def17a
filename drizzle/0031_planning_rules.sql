ALTER TABLE "house_rule" ADD COLUMN "planning" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "house_rule" ADD COLUMN "planning_version" integer DEFAULT 1 NOT NULL;