ALTER TABLE "application_window" ADD COLUMN "line_on" integer;--> statement-breakpoint
ALTER TABLE "application_window" ADD COLUMN "agreed_line_on" integer;--> statement-breakpoint
ALTER TABLE "application_window" ADD COLUMN "agreed_version" integer;