CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"kind" text NOT NULL,
	"hash" text NOT NULL,
	"org_id" text,
	"name" text DEFAULT '' NOT NULL,
	"email" text DEFAULT '' NOT NULL,
	"role" text,
	"user_id" text,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"taken_back_at" timestamp with time zone,
	CONSTRAINT "invitation_hash_unique" UNIQUE("hash"),
	CONSTRAINT "invitation_kind_known" CHECK ("invitation"."kind" in ('first', 'person', 'password'))
);
--> statement-breakpoint
CREATE TABLE "two_factor" (
	"id" text PRIMARY KEY NOT NULL,
	"secret" text NOT NULL,
	"backup_codes" text NOT NULL,
	"user_id" text NOT NULL,
	"verified" boolean DEFAULT true NOT NULL,
	"failed_verification_count" integer DEFAULT 0 NOT NULL,
	"locked_until" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "file_import" DROP CONSTRAINT "file_import_kind_known";--> statement-breakpoint
ALTER TABLE "member" ADD COLUMN "joined_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "member" ADD COLUMN "ended_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "station" ADD COLUMN "longitude" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "station" ADD COLUMN "elevation_ft" numeric(16, 6);--> statement-breakpoint
ALTER TABLE "station" ADD COLUMN "weather_version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "user" ADD COLUMN "two_factor_enabled" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "weather_day" ADD COLUMN "import_id" uuid;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "two_factor" ADD CONSTRAINT "two_factor_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "invitation_org" ON "invitation" USING btree ("org_id");--> statement-breakpoint
CREATE INDEX "two_factor_user" ON "two_factor" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "weather_day_import" ON "weather_day" USING btree ("import_id");--> statement-breakpoint
ALTER TABLE "file_import" ADD CONSTRAINT "file_import_kind_known" CHECK ("file_import"."kind" in ('readings', 'lawns', 'weather'));--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON "invitation" TO app_user;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "two_factor" TO app_user;
