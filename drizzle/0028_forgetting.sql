ALTER TABLE "api_token" ADD COLUMN "calls" text[] DEFAULT '{outlook,gates}' NOT NULL;--> statement-breakpoint
ALTER TABLE "api_token" ALTER COLUMN "calls" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "house_rule" ADD COLUMN "keep_names_years" integer DEFAULT 2 NOT NULL;--> statement-breakpoint
ALTER TABLE "house_rule" ADD COLUMN "keeping_version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "lawn" ADD COLUMN "forgotten_on" date;--> statement-breakpoint
-- What is written for good stays so, but for one thing: who a customer was that had to be forgotten. The database itself
-- sees to it that nothing else goes, and on records not before the law's two years and the house's own.
GRANT UPDATE ("customer", "address", "site", "notes") ON "application_record" TO app_user;--> statement-breakpoint
CREATE FUNCTION record_names_only() RETURNS trigger LANGUAGE plpgsql SET search_path = public, pg_temp AS $$
BEGIN
  IF (new.customer, new.address, new.site, new.notes) <> ('', '', 'forgotten', '') THEN
    RAISE EXCEPTION 'An entry of the book is never changed';
  END IF;
  IF NOT EXISTS (
    SELECT 1 FROM zone z JOIN lawn l ON l.id = z.lawn_id JOIN house_rule h ON h.org_id = l.org_id
    LEFT JOIN clock c ON c.org_id = l.org_id
    WHERE z.id = old.zone_id AND l.forgotten_on IS NOT NULL
      AND old.applied_on < (coalesce(c.now, now()))::date - make_interval(years => greatest(h.keep_names_years, 2))
  ) THEN
    RAISE EXCEPTION 'This entry keeps its customer for now';
  END IF;
  RETURN new;
END $$;--> statement-breakpoint
CREATE TRIGGER names_only BEFORE UPDATE ON "application_record" FOR EACH ROW EXECUTE FUNCTION record_names_only();--> statement-breakpoint
GRANT UPDATE ("name", "was", "now") ON "change_book" TO app_user;--> statement-breakpoint
CREATE FUNCTION book_names_only() RETURNS trigger LANGUAGE plpgsql SET search_path = public, pg_temp AS $$
DECLARE
  personal text[] := ARRAY['customer', 'address', 'latitude', 'longitude', 'notes', 'hazards', 'opt_out', 'closed_why',
    'weed_history', 'thin_spots', 'measure', 'trees'];
BEGIN
  IF old.subject NOT IN ('lawn', 'zone') OR new.was <> old.was - personal OR new.now <> old.now - personal
    OR new.name NOT IN (old.name, 'forgotten')
    OR NOT EXISTS (
      SELECT 1 FROM lawn l WHERE l.forgotten_on IS NOT NULL
        AND l.id = (CASE old.subject WHEN 'lawn' THEN old.subject_id::uuid
          ELSE (SELECT z.lawn_id FROM zone z WHERE z.id = old.subject_id::uuid) END)
    ) THEN
    RAISE EXCEPTION 'The book of changes is never changed';
  END IF;
  RETURN new;
END $$;--> statement-breakpoint
CREATE TRIGGER names_only BEFORE UPDATE ON "change_book" FOR EACH ROW EXECUTE FUNCTION book_names_only();
