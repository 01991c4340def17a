ALTER TABLE "zone" DROP COLUMN "water";--> statement-breakpoint
ALTER TABLE "zone" DROP COLUMN "water_ft";