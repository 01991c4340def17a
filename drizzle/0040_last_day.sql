ALTER TABLE "application_window" ADD COLUMN "last_on" integer;--> statement-breakpoint
ALTER TABLE "application_window" DROP COLUMN "ajar_to";