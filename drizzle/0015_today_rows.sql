-- Windows are derived: a job computes them again, and now with the lawn that they stand on.
DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['application_window', 'zone', 'lawn', 'planned_application', 'planned_product', 'application_record'] LOOP
    EXECUTE format('ALTER TABLE %I NO FORCE ROW LEVEL SECURITY', t);
  END LOOP;
END $$;--> statement-breakpoint
DELETE FROM application_window;--> statement-breakpoint
ALTER TABLE "application_window" ADD COLUMN "lawn_id" uuid NOT NULL;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "programme_state" text DEFAULT 'none' NOT NULL;--> statement-breakpoint
CREATE INDEX "application_window_lawn" ON "application_window" USING btree ("lawn_id","state");--> statement-breakpoint
CREATE INDEX "application_window_board" ON "application_window" USING btree ("org_id","state","open_from","ajar_to","lawn_id","for_hour","is_stale");--> statement-breakpoint
CREATE INDEX "zone_programme_state" ON "zone" USING btree ("org_id","programme_state");--> statement-breakpoint
UPDATE zone z SET programme_state = CASE
  WHEN z.closed_on IS NOT NULL OR l.closed_on IS NOT NULL THEN 'closed'
  WHEN NOT EXISTS (SELECT 1 FROM planned_application a WHERE a.zone_id = z.id) THEN 'none'
  WHEN EXISTS (SELECT 1 FROM planned_application a JOIN planned_product p ON p.application_id = a.id
    WHERE a.zone_id = z.id AND a.skipped_on IS NULL
      AND NOT EXISTS (SELECT 1 FROM application_record r WHERE r.planned_product_id = p.id)) THEN 'open'
  ELSE 'done' END
FROM lawn l WHERE l.id = z.lawn_id;--> statement-breakpoint
DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['application_window', 'zone', 'lawn', 'planned_application', 'planned_product', 'application_record'] LOOP
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', t);
  END LOOP;
END $$;
