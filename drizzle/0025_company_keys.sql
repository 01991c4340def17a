-- references between rows of a company carry the company
ALTER TABLE "application_record" DROP CONSTRAINT "application_record_planned_id_planned_application_id_fk";
--> statement-breakpoint
ALTER TABLE "application_record" DROP CONSTRAINT "application_record_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "application_record" DROP CONSTRAINT "application_record_product_id_product_id_fk";
--> statement-breakpoint
ALTER TABLE "application_record" DROP CONSTRAINT "application_record_planned_product_id_planned_product_id_fk";
--> statement-breakpoint
ALTER TABLE "application_window" DROP CONSTRAINT "application_window_application_id_planned_application_id_fk";
--> statement-breakpoint
ALTER TABLE "earlier_work" DROP CONSTRAINT "earlier_work_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "earlier_work" DROP CONSTRAINT "earlier_work_product_id_product_id_fk";
--> statement-breakpoint
ALTER TABLE "finding" DROP CONSTRAINT "finding_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "forecast" DROP CONSTRAINT "forecast_station_id_station_id_fk";
--> statement-breakpoint
ALTER TABLE "label_version" DROP CONSTRAINT "label_version_product_id_product_id_fk";
--> statement-breakpoint
ALTER TABLE "latch_lift" DROP CONSTRAINT "latch_lift_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "lawn" DROP CONSTRAINT "lawn_station_id_station_id_fk";
--> statement-breakpoint
ALTER TABLE "met_readings" DROP CONSTRAINT "met_readings_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "observation" DROP CONSTRAINT "observation_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "outlook" DROP CONSTRAINT "outlook_station_id_station_id_fk";
--> statement-breakpoint
ALTER TABLE "planned_application" DROP CONSTRAINT "planned_application_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "planned_product" DROP CONSTRAINT "planned_product_application_id_planned_application_id_fk";
--> statement-breakpoint
ALTER TABLE "planned_product" DROP CONSTRAINT "planned_product_product_id_product_id_fk";
--> statement-breakpoint
ALTER TABLE "planned_product" DROP CONSTRAINT "planned_product_tie_id_product_tie_id_fk";
--> statement-breakpoint
ALTER TABLE "product_tie" DROP CONSTRAINT "product_tie_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "soil_sensor" DROP CONSTRAINT "soil_sensor_zone_id_zone_id_fk";
--> statement-breakpoint
ALTER TABLE "stock_move" DROP CONSTRAINT "stock_move_product_id_product_id_fk";
--> statement-breakpoint
ALTER TABLE "weather_day" DROP CONSTRAINT "weather_day_station_id_station_id_fk";
--> statement-breakpoint
ALTER TABLE "zone" DROP CONSTRAINT "zone_lawn_id_lawn_id_fk";
--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "earlier_work" ADD CONSTRAINT "earlier_work_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "file_import" ADD CONSTRAINT "file_import_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "lawn" ADD CONSTRAINT "lawn_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "planned_application" ADD CONSTRAINT "planned_application_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "product" ADD CONSTRAINT "product_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "product_tie" ADD CONSTRAINT "product_tie_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "station" ADD CONSTRAINT "station_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_org_id_id_unique" UNIQUE("org_id","id");
--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_planned_id_fk" FOREIGN KEY ("org_id","planned_id") REFERENCES "public"."planned_application"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_product_id_fk" FOREIGN KEY ("org_id","product_id") REFERENCES "public"."product"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_planned_product_id_fk" FOREIGN KEY ("org_id","planned_product_id") REFERENCES "public"."planned_product"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_corrects_id_fk" FOREIGN KEY ("org_id","corrects_id") REFERENCES "public"."application_record"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "application_window" ADD CONSTRAINT "application_window_application_id_fk" FOREIGN KEY ("org_id","application_id") REFERENCES "public"."planned_application"("org_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "application_window" ADD CONSTRAINT "application_window_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "application_window" ADD CONSTRAINT "application_window_lawn_id_fk" FOREIGN KEY ("org_id","lawn_id") REFERENCES "public"."lawn"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "earlier_work" ADD CONSTRAINT "earlier_work_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "earlier_work" ADD CONSTRAINT "earlier_work_product_id_fk" FOREIGN KEY ("org_id","product_id") REFERENCES "public"."product"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "earlier_work" ADD CONSTRAINT "earlier_work_takes_back_id_fk" FOREIGN KEY ("org_id","takes_back_id") REFERENCES "public"."earlier_work"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "finding" ADD CONSTRAINT "finding_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "forecast" ADD CONSTRAINT "forecast_station_id_fk" FOREIGN KEY ("org_id","station_id") REFERENCES "public"."station"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "label_version" ADD CONSTRAINT "label_version_product_id_fk" FOREIGN KEY ("org_id","product_id") REFERENCES "public"."product"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "latch_lift" ADD CONSTRAINT "latch_lift_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "lawn" ADD CONSTRAINT "lawn_station_id_fk" FOREIGN KEY ("org_id","station_id") REFERENCES "public"."station"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "lawn" ADD CONSTRAINT "lawn_import_id_fk" FOREIGN KEY ("org_id","import_id") REFERENCES "public"."file_import"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "met_readings" ADD CONSTRAINT "met_readings_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "met_readings" ADD CONSTRAINT "met_readings_station_id_fk" FOREIGN KEY ("org_id","station_id") REFERENCES "public"."station"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "observation" ADD CONSTRAINT "observation_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "outlook" ADD CONSTRAINT "outlook_station_id_fk" FOREIGN KEY ("org_id","station_id") REFERENCES "public"."station"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "planned_application" ADD CONSTRAINT "planned_application_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_application_id_fk" FOREIGN KEY ("org_id","application_id") REFERENCES "public"."planned_application"("org_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_product_id_fk" FOREIGN KEY ("org_id","product_id") REFERENCES "public"."product"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_tie_id_fk" FOREIGN KEY ("org_id","tie_id") REFERENCES "public"."product_tie"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "product_tie" ADD CONSTRAINT "product_tie_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_import_id_fk" FOREIGN KEY ("org_id","import_id") REFERENCES "public"."file_import"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "soil_sensor" ADD CONSTRAINT "soil_sensor_zone_id_fk" FOREIGN KEY ("org_id","zone_id") REFERENCES "public"."zone"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "stock_move" ADD CONSTRAINT "stock_move_product_id_fk" FOREIGN KEY ("org_id","product_id") REFERENCES "public"."product"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "stock_move" ADD CONSTRAINT "stock_move_record_id_fk" FOREIGN KEY ("org_id","record_id") REFERENCES "public"."application_record"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "weather_day" ADD CONSTRAINT "weather_day_station_id_fk" FOREIGN KEY ("org_id","station_id") REFERENCES "public"."station"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "weather_day" ADD CONSTRAINT "weather_day_import_id_fk" FOREIGN KEY ("org_id","import_id") REFERENCES "public"."file_import"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_lawn_id_fk" FOREIGN KEY ("org_id","lawn_id") REFERENCES "public"."lawn"("org_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_import_id_fk" FOREIGN KEY ("org_id","import_id") REFERENCES "public"."file_import"("org_id","id") ON DELETE no action ON UPDATE no action;
