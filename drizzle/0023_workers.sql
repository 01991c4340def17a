CREATE TABLE "worker_beat" (
	"worker_id" text PRIMARY KEY NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "worker_job" (
	"job_id" uuid PRIMARY KEY NOT NULL,
	"worker_id" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "api_token" ADD COLUMN "expires_at" timestamp with time zone;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "worker_beat", "worker_job" TO app_user;
