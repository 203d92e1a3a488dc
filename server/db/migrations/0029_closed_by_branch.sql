ALTER TABLE "closed_month" DROP CONSTRAINT "closed_month_pkey";--> statement-breakpoint
ALTER TABLE "closed_month" ADD COLUMN "unit_id" integer;--> statement-breakpoint
ALTER TABLE "closed_month" ADD CONSTRAINT "closed_month_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "closed_month" ADD CONSTRAINT "closed_month_once" UNIQUE NULLS NOT DISTINCT("period_id","unit_id");