DROP POLICY "product_ingredient_org" ON "product_ingredient" CASCADE;--> statement-breakpoint
DROP TABLE "product_ingredient" CASCADE;--> statement-breakpoint
DROP POLICY "product_rate_org" ON "product_rate" CASCADE;--> statement-breakpoint
DROP TABLE "product_rate" CASCADE;--> statement-breakpoint
DROP POLICY "product_seeding_wait_org" ON "product_seeding_wait" CASCADE;--> statement-breakpoint
DROP TABLE "product_seeding_wait" CASCADE;--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "registration_number";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "label_date";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "demo";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "status";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "formulation";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "signal_word";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "restricted_use";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "rate_unit";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "amount_unit";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "period";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "year_limit";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "minimum_interval_days";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "reaches_back";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "water_in_in";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "water_within_days";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "wind_limit_mph";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "ppe";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "reentry";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "cautions";