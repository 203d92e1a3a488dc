CREATE TABLE "closed_month" (
	"period_id" text PRIMARY KEY NOT NULL,
	"from_day" date NOT NULL,
	"to_day" date NOT NULL,
	"closed_by" integer NOT NULL,
	"closed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "closed_month_days" CHECK ("closed_month"."from_day" < "closed_month"."to_day")
);
--> statement-breakpoint
CREATE TABLE "plan" (
	"id" serial PRIMARY KEY NOT NULL,
	"year_label" integer NOT NULL,
	"name" text NOT NULL,
	"status" text NOT NULL,
	"unit_id" integer NOT NULL,
	"note" text,
	"created_by" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_by" integer,
	"ended_at" timestamp with time zone,
	CONSTRAINT "plan_status" CHECK ("plan"."status" in ('draft', 'published', 'replaced', 'merged', 'discarded')),
	CONSTRAINT "plan_name" CHECK (length(trim("plan"."name")) > 0)
);
--> statement-breakpoint
-- Targets from before there were plans become the published plan of their fiscal year.
ALTER TABLE "target" ADD COLUMN "plan_id" integer;--> statement-breakpoint
CREATE FUNCTION pg_temp.label_of(period text) RETURNS integer LANGUAGE sql AS $$
  SELECT CASE WHEN period LIKE 'FY%' THEN substr(period, 3, 4)::integer ELSE (
    SELECT extract(year FROM period::date)::integer
      - CASE WHEN extract(month FROM period::date) < c.first_month THEN 1 ELSE 0 END
      + CASE WHEN c.year_label = 'begins' OR c.first_month = 1 THEN 0 ELSE 1 END
    FROM "company" c) END
$$;--> statement-breakpoint
INSERT INTO "plan" ("year_label", "name", "status", "unit_id", "created_by")
  SELECT pg_temp.label_of(period_id), 'FY ' || pg_temp.label_of(period_id), 'published', (SELECT id FROM "unit" WHERE kind = 'company'), min(changed_by)
  FROM "target" GROUP BY 1, 2;--> statement-breakpoint
UPDATE "target" t SET plan_id = p.id FROM "plan" p WHERE p.year_label = pg_temp.label_of(t.period_id);--> statement-breakpoint
ALTER TABLE "target" ALTER COLUMN "plan_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "target" DROP CONSTRAINT "target_unit_id_measure_period_id_pk";--> statement-breakpoint
ALTER TABLE "target" ADD CONSTRAINT "target_plan_id_unit_id_measure_period_id_pk" PRIMARY KEY("plan_id","unit_id","measure","period_id");--> statement-breakpoint
ALTER TABLE "closed_month" ADD CONSTRAINT "closed_month_closed_by_app_user_id_fk" FOREIGN KEY ("closed_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_created_by_app_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_ended_by_app_user_id_fk" FOREIGN KEY ("ended_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "plan_one_published" ON "plan" USING btree ("year_label") WHERE "plan"."status" = 'published';--> statement-breakpoint
CREATE UNIQUE INDEX "plan_draft_name" ON "plan" USING btree ("year_label",lower("name")) WHERE "plan"."status" = 'draft';--> statement-breakpoint
ALTER TABLE "target" ADD CONSTRAINT "target_plan_id_plan_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."plan"("id") ON DELETE no action ON UPDATE no action;