ALTER TABLE "planned_application" ADD COLUMN "send_key" uuid;--> statement-breakpoint
CREATE UNIQUE INDEX "planned_application_send" ON "planned_application" USING btree ("org_id","send_key");--> statement-breakpoint
DROP TRIGGER noted ON "planned_application";--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "planned_application" FOR EACH ROW EXECUTE FUNCTION note_change('purpose', 'zone_id', 'send_key');
