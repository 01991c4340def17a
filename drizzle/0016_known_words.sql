ALTER TABLE "application_record" ADD CONSTRAINT "application_record_use_known" CHECK ("application_record"."use" in ('pre-emergent', 'autumn pre-emergent', 'post-emergent', 'spot', 'turf care'));--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_kind_known" CHECK ("application_record"."product_kind" in ('herbicide', 'fertilizer', 'lime', 'iron', 'wetting agent', 'biostimulant', 'other'));--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_method_known" CHECK ("application_record"."method" in ('', 'boom', 'hand gun', 'backpack', 'spreader', 'hose-end'));--> statement-breakpoint
ALTER TABLE "application_record" ADD CONSTRAINT "application_record_place_known" CHECK ("application_record"."place" in ('zone', 'spots', 'strip'));--> statement-breakpoint
ALTER TABLE "application_window" ADD CONSTRAINT "application_window_state_known" CHECK ("application_window"."state" in ('open', 'ajar', 'shut', 'never'));--> statement-breakpoint
ALTER TABLE "file_import" ADD CONSTRAINT "file_import_kind_known" CHECK ("file_import"."kind" in ('readings', 'lawns'));--> statement-breakpoint
ALTER TABLE "file_import" ADD CONSTRAINT "file_import_status_known" CHECK ("file_import"."status" in ('checked', 'waiting', 'running', 'done', 'failed', 'undone'));--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_use_known" CHECK ("planned_product"."use" in ('pre-emergent', 'autumn pre-emergent', 'post-emergent', 'spot', 'turf care'));--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_method_known" CHECK ("planned_product"."method" in ('boom', 'hand gun', 'backpack', 'spreader', 'hose-end'));--> statement-breakpoint
ALTER TABLE "planned_product" ADD CONSTRAINT "planned_product_place_known" CHECK ("planned_product"."place" in ('zone', 'spots', 'strip'));--> statement-breakpoint
ALTER TABLE "product_tie" ADD CONSTRAINT "product_tie_kind_known" CHECK ("product_tie"."kind" in ('split', 'sequence'));--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_unit_known" CHECK ("reading"."unit" in ('F', 'C'));--> statement-breakpoint
ALTER TABLE "stock_move" ADD CONSTRAINT "stock_move_kind_known" CHECK ("stock_move"."kind" in ('in', 'out', 'count', 'correct', 'use'));--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_turf_known" CHECK ("zone"."turf" in ('tall fescue', 'Kentucky bluegrass', 'perennial ryegrass', 'fine fescue', 'creeping bentgrass', 'bermudagrass', 'zoysiagrass', 'centipedegrass', 'St. Augustinegrass', 'bahiagrass', 'buffalograss', 'seashore paspalum'));--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_mixed_with_known" CHECK ("zone"."mixed_with" in ('tall fescue', 'Kentucky bluegrass', 'perennial ryegrass', 'fine fescue', 'creeping bentgrass', 'bermudagrass', 'zoysiagrass', 'centipedegrass', 'St. Augustinegrass', 'bahiagrass', 'buffalograss', 'seashore paspalum'));--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_texture_known" CHECK ("zone"."texture" in ('sand', 'sandy loam', 'loam', 'clay loam', 'clay'));--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_moisture_known" CHECK ("zone"."moisture" in ('dry', 'moist', 'wet'));--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_exposure_known" CHECK ("zone"."exposure" in ('full sun', 'half sun', 'shade'));--> statement-breakpoint
ALTER TABLE "zone" ADD CONSTRAINT "zone_programme_state_known" CHECK ("zone"."programme_state" in ('none', 'open', 'done', 'closed'));