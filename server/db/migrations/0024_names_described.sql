ALTER TABLE "customer" ADD COLUMN "customer_group" text;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "email" text;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "address" text;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "owner_id" integer;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "notes" text;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "sold_from" date;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "sold_until" date;--> statement-breakpoint
ALTER TABLE "customer" ADD CONSTRAINT "customer_owner_id_unit_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "customer_group" ON "customer" USING btree (lower("customer_group")) WHERE "customer"."customer_group" is not null;--> statement-breakpoint
CREATE INDEX "customer_owner" ON "customer" USING btree ("owner_id") WHERE "customer"."owner_id" is not null;--> statement-breakpoint
ALTER TABLE "product" ADD CONSTRAINT "product_sold" CHECK ("product"."sold_from" <= "product"."sold_until");