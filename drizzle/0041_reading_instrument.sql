ALTER TABLE "met_readings" ADD COLUMN "instrument" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "met_readings" ADD COLUMN "bias_variance" real DEFAULT 0 NOT NULL;