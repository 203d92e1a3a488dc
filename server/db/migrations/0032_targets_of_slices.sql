ALTER TABLE "target" ADD COLUMN "slice" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "target" DROP CONSTRAINT "target_plan_id_unit_id_measure_period_id_pk";--> statement-breakpoint
ALTER TABLE "target" ADD CONSTRAINT "target_plan_id_unit_id_measure_period_id_slice_pk" PRIMARY KEY("plan_id","unit_id","measure","period_id","slice");--> statement-breakpoint
ALTER TABLE "target" ADD CONSTRAINT "target_slice" CHECK ("target"."slice" = '' or "target"."slice" ~ '^(product|category|customer|source|location):[1-9][0-9]*$' or "target"."slice" ~ '^customerGroup:.');
