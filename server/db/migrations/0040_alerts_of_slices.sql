ALTER TABLE "alert_rule" ADD COLUMN "slice" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "alert_rule" ADD COLUMN "slice_name" text;