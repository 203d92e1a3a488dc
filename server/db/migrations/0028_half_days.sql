ALTER TABLE "branch_hours" ADD COLUMN "weekdays" integer[];--> statement-breakpoint
ALTER TABLE "branch_hours" ADD COLUMN "half_weekdays" integer[];--> statement-breakpoint
ALTER TABLE "closed_day" ADD COLUMN "is_half" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "company" ADD COLUMN "half_weekdays" integer[] DEFAULT '{}' NOT NULL;