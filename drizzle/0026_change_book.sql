CREATE TABLE "change_book" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"org_id" text NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"person" text NOT NULL,
	"subject" text NOT NULL,
	"action" text NOT NULL,
	"subject_id" text NOT NULL,
	"name" text NOT NULL,
	"zone_id" uuid,
	"was" jsonb NOT NULL,
	"now" jsonb NOT NULL,
	CONSTRAINT "change_book_action_known" CHECK ("change_book"."action" in ('added', 'changed', 'removed'))
);
--> statement-breakpoint
ALTER TABLE "change_book" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "change_book" ADD CONSTRAINT "change_book_org_id_organisation_id_fk" FOREIGN KEY ("org_id") REFERENCES "public"."organisation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "change_book_org" ON "change_book" USING btree ("org_id","changed_at");--> statement-breakpoint
CREATE INDEX "change_book_zone" ON "change_book" USING btree ("zone_id","changed_at");--> statement-breakpoint
CREATE POLICY "change_book_org" ON "change_book" AS PERMISSIVE FOR ALL TO "app_user" USING (org_id = nullif(current_setting('app.org_id', true), '')) WITH CHECK (org_id = nullif(current_setting('app.org_id', true), ''));--> statement-breakpoint
ALTER TABLE "change_book" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
GRANT SELECT, INSERT ON "change_book" TO app_user;--> statement-breakpoint
-- Arguments of a trigger: the column with the name that people know, then columns that say nothing to them.
CREATE FUNCTION note_change() RETURNS trigger LANGUAGE plpgsql SET search_path = public, pg_temp AS $$
DECLARE
  old_row jsonb := CASE WHEN tg_op = 'INSERT' THEN '{}'::jsonb ELSE to_jsonb(old) END;
  new_row jsonb := CASE WHEN tg_op = 'DELETE' THEN '{}'::jsonb ELSE to_jsonb(new) END;
  whole jsonb := old_row || new_row;
  company text := whole->>(CASE tg_table_name WHEN 'organisation' THEN 'id' ELSE 'org_id' END);
  set_before text := current_setting('app.org_id', true);
  at_zone uuid;
  called text := whole->>tg_argv[0];
  what text := CASE tg_op WHEN 'INSERT' THEN 'added' WHEN 'UPDATE' THEN 'changed' ELSE 'removed' END;
  silent text[] := ARRAY['id', 'org_id', 'version', 'changed_at', 'changed_by'] || coalesce(tg_argv[1:], '{}');
  differs_was jsonb;
  differs_now jsonb;
BEGIN
  -- a file brings thousands: the import itself says who brought it in, and who took it out
  IF tg_op <> 'UPDATE' AND whole->>'import_id' IS NOT NULL THEN RETURN NULL; END IF;
  -- links to begin a company belong to none
  IF company IS NULL THEN RETURN NULL; END IF;
  -- what comes with a company's beginning is no change of it
  IF tg_op = 'INSERT' AND EXISTS (SELECT 1 FROM organisation o WHERE o.id = company AND o.xmin = pg_current_xact_id()::xid)
    THEN RETURN NULL; END IF;
  CASE tg_table_name
    WHEN 'zone' THEN at_zone := (whole->>'id')::uuid;
    WHEN 'planned_product' THEN
      SELECT a.zone_id INTO at_zone FROM planned_application a WHERE a.id = (whole->>'application_id')::uuid;
      -- it went with its application, which says so
      IF at_zone IS NULL THEN RETURN NULL; END IF;
      SELECT p.name INTO called FROM product p WHERE p.id = (whole->>'product_id')::uuid;
    WHEN 'label_version' THEN
      SELECT p.name INTO called FROM product p WHERE p.id = (whole->>'product_id')::uuid;
      SELECT v.sheet INTO old_row FROM label_version v
        WHERE v.product_id = (whole->>'product_id')::uuid AND v.version = (whole->>'version')::int - 1;
      what := CASE WHEN old_row IS NULL THEN 'added' ELSE 'changed' END;
      -- a first sheet is read where labels are
      new_row := CASE WHEN old_row IS NULL THEN '{}'::jsonb ELSE whole->'sheet' END;
      old_row := coalesce(old_row, '{}');
      whole := whole || old_row || new_row;
    WHEN 'member' THEN SELECT u.name INTO called FROM "user" u WHERE u.id = whole->>'user_id';
    ELSE at_zone := (whole->>'zone_id')::uuid;
  END CASE;
  SELECT coalesce(jsonb_object_agg(k.key, old_row->k.key) FILTER (WHERE old_row ? k.key), '{}'),
         coalesce(jsonb_object_agg(k.key, new_row->k.key) FILTER (WHERE new_row ? k.key), '{}')
    INTO differs_was, differs_now
    FROM jsonb_object_keys(old_row || new_row) AS k(key)
    WHERE k.key <> ALL (silent)
      AND coalesce(old_row->k.key, 'null') <> coalesce(new_row->k.key, 'null');
  IF what = 'changed' AND differs_was = '{}' AND differs_now = '{}' THEN RETURN NULL; END IF;
  PERFORM set_config('app.org_id', company, true);
  INSERT INTO change_book (org_id, changed_at, person, subject, action, subject_id, name, zone_id, was, now)
  VALUES (
    company, clock_timestamp(), coalesce(nullif(current_setting('app.person', true), ''), 'Iron Gate'), tg_table_name, what,
    coalesce(whole->>'product_id', whole->>'user_id', whole->>'id', ''), coalesce(called, ''), at_zone, differs_was, differs_now
  );
  PERFORM set_config('app.org_id', coalesce(set_before, ''), true);
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "lawn" FOR EACH ROW EXECUTE FUNCTION note_change('address', 'import_id');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "zone" FOR EACH ROW EXECUTE FUNCTION note_change('name', 'import_id', 'lawn_id', 'readings_version', 'programme_state', 'programme_version');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "planned_application" FOR EACH ROW EXECUTE FUNCTION note_change('purpose', 'zone_id');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "planned_product" FOR EACH ROW EXECUTE FUNCTION note_change('id', 'application_id', 'position', 'product_id', 'tie_id');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT ON "label_version" FOR EACH ROW EXECUTE FUNCTION note_change('id', 'made_by', 'made_at');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "licence" FOR EACH ROW EXECUTE FUNCTION note_change('person');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "equipment" FOR EACH ROW EXECUTE FUNCTION note_change('name');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "thermometer" FOR EACH ROW EXECUTE FUNCTION note_change('name');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "station" FOR EACH ROW EXECUTE FUNCTION note_change('name', 'weather_version', 'forecast_issued_on', 'last_tried_at', 'last_tried_on', 'trouble');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "soil_sensor" FOR EACH ROW EXECUTE FUNCTION note_change('service_key', 'zone_id', 'fetched_to', 'trouble');--> statement-breakpoint
CREATE TRIGGER noted AFTER UPDATE ON "organisation" FOR EACH ROW EXECUTE FUNCTION note_change('name');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE OR DELETE ON "member" FOR EACH ROW EXECUTE FUNCTION note_change('user_id', 'user_id', 'joined_at');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE ON "invitation" FOR EACH ROW EXECUTE FUNCTION note_change('email', 'hash', 'user_id', 'made_by', 'made_at');--> statement-breakpoint
CREATE TRIGGER noted AFTER INSERT OR UPDATE ON "api_token" FOR EACH ROW EXECUTE FUNCTION note_change('name', 'user_id', 'hash', 'last_used_at', 'created_at');
