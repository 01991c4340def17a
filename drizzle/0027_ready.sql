-- whether the tables are of this version is asked by the application
GRANT USAGE ON SCHEMA drizzle TO app_user;--> statement-breakpoint
GRANT SELECT ON drizzle.__drizzle_migrations TO app_user;
