-- What the one rule of before said becomes the run of days; the other schools begin with the usual figures.
ALTER TABLE "house_rule" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
UPDATE "house_rule" SET "crossings" = jsonb_build_object(
  'use', 'run of days', 'depthIn', line_depth_in,
  'early bird', jsonb_build_object('lineF', 50),
  'run of days', jsonb_build_object('lineF', line_f, 'days', line_days),
  'five-day mean', jsonb_build_object('lineF', line_f),
  'air rule of thumb', jsonb_build_object('lineF', line_f, 'days', 3, 'of', 'mean'),
  'signs', jsonb_build_object('sign', 'early yellow shrub in bloom'),
  'degree days', jsonb_build_object('baseF', 53.6, 'sumF', 75.6, 'fromMonth', 4, 'of', 'soil'));--> statement-breakpoint
ALTER TABLE "house_rule" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "house_rule" ALTER COLUMN "crossings" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "house_rule" DROP COLUMN "line_f";--> statement-breakpoint
ALTER TABLE "house_rule" DROP COLUMN "line_days";--> statement-breakpoint
ALTER TABLE "house_rule" DROP COLUMN "line_depth_in";