-- After a large file the planner knows nothing of its rows until autovacuum comes by; only an owner may ANALYZE.
CREATE FUNCTION gather_statistics() RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
AS $$ BEGIN ANALYZE lawn; ANALYZE zone; ANALYZE reading; END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION gather_statistics() FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION gather_statistics() TO app_user;
