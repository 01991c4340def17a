DROP INDEX "lawn_org";--> statement-breakpoint
DROP INDEX "stock_move_product";--> statement-breakpoint
CREATE INDEX "lawn_order" ON "lawn" USING btree ("org_id",(substring(address from '^[0-9]{1,9}')::int),"address");--> statement-breakpoint
CREATE INDEX "stock_move_book" ON "stock_move" USING btree ("org_id","product_id","entered");