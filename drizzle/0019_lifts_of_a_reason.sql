ALTER TABLE "latch_lift" ADD COLUMN "reason" text;--> statement-breakpoint
ALTER TABLE "latch_lift" ADD COLUMN "position" integer;