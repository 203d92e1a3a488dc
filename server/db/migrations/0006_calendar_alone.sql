ALTER TABLE "company" DROP CONSTRAINT "company_first_month";--> statement-breakpoint
ALTER TABLE "company" DROP CONSTRAINT "company_year_label";--> statement-breakpoint
ALTER TABLE "company" DROP COLUMN "first_month";--> statement-breakpoint
ALTER TABLE "company" DROP COLUMN "year_label";