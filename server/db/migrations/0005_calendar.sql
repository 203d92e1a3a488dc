ALTER TABLE "company" ADD COLUMN "calendar" jsonb;--> statement-breakpoint
UPDATE "company" SET "calendar" = jsonb_build_object('kind', 'month', 'firstMonth', "first_month", 'yearLabel', "year_label");--> statement-breakpoint
ALTER TABLE "company" ALTER COLUMN "calendar" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "company" ADD CONSTRAINT "company_calendar" CHECK ("company"."calendar"->>'kind' in ('month', 'week'));
