ALTER TABLE "import_run" ADD COLUMN "undone_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "import_run" ADD COLUMN "undone_by" integer;--> statement-breakpoint
ALTER TABLE "import_run" ADD CONSTRAINT "import_run_undone_by_app_user_id_fk" FOREIGN KEY ("undone_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;