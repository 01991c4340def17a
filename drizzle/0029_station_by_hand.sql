ALTER TABLE "lawn" ADD COLUMN "elevation_ft" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "station_chosen" boolean DEFAULT false NOT NULL;