ALTER TABLE "import_run" ADD COLUMN "recorded_through" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "import_run" ADD COLUMN "is_recorded" boolean DEFAULT false NOT NULL;