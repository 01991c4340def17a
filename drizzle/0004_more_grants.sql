GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO app_user;--> statement-breakpoint
REVOKE UPDATE, DELETE ON application_record FROM app_user;--> statement-breakpoint
DO $$
DECLARE t record;
BEGIN
  FOR t IN SELECT c.oid::regclass AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
           WHERE n.nspname = 'public' AND c.relrowsecurity LOOP
    EXECUTE format('ALTER TABLE %s FORCE ROW LEVEL SECURITY', t.name);
  END LOOP;
END $$;
