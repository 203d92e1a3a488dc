ALTER TABLE "measure" RENAME COLUMN "unit" TO "value_kind";--> statement-breakpoint
ALTER TABLE "measure" RENAME CONSTRAINT "measure_unit" TO "measure_value_kind";--> statement-breakpoint
ALTER TABLE "measure" RENAME COLUMN "is_retired" TO "is_archived";--> statement-breakpoint
ALTER TABLE "customer" RENAME COLUMN "retired_at" TO "archived_at";--> statement-breakpoint
ALTER TABLE "product" RENAME COLUMN "retired_at" TO "archived_at";--> statement-breakpoint
ALTER TABLE "category" RENAME COLUMN "retired_at" TO "archived_at";--> statement-breakpoint
ALTER TABLE "source" RENAME COLUMN "retired_at" TO "archived_at";--> statement-breakpoint
ALTER TABLE "stage" RENAME COLUMN "retired_at" TO "archived_at";--> statement-breakpoint
ALTER TABLE "location" RENAME COLUMN "retired_at" TO "archived_at";--> statement-breakpoint
ALTER TABLE "lost_reason" RENAME COLUMN "retired_at" TO "archived_at";--> statement-breakpoint
ALTER TABLE "set_apart" RENAME TO "duplicate_dismissal";--> statement-breakpoint
ALTER TABLE "duplicate_dismissal" RENAME CONSTRAINT "set_apart_kind_left_id_right_id_pk" TO "duplicate_dismissal_kind_left_id_right_id_pk";--> statement-breakpoint
ALTER TABLE "duplicate_dismissal" RENAME CONSTRAINT "set_apart_user_id_app_user_id_fk" TO "duplicate_dismissal_user_id_app_user_id_fk";--> statement-breakpoint
ALTER TABLE "status_rule" RENAME COLUMN "from_day" TO "effective_from";--> statement-breakpoint
ALTER TABLE "status_rule" RENAME CONSTRAINT "status_rule_measure_from_day_pk" TO "status_rule_measure_effective_from_pk";--> statement-breakpoint
UPDATE "status_rule" SET "rule" = jsonb_build_object(
  'benchmark', CASE "rule"->>'yardstick' WHEN 'dueByNow' THEN 'expectedToDate' ELSE "rule"->>'yardstick' END,
  'thresholds', "rule"->'cuts', 'absoluteThresholds', "rule"->'fixed', 'labels', "rule"->'words', 'iconSet', "rule"->'symbols', 'colors', "rule"->'colors')
  WHERE "rule" ? 'yardstick';--> statement-breakpoint
UPDATE "deal_view" SET "state" = "state"
  || jsonb_build_object('order', CASE "state"->>'order' WHEN 'up' THEN 'asc' ELSE 'desc' END)
  || jsonb_build_object('filter', ("state"->'filter') - 'unplaced' - 'uncosted'
    || CASE WHEN "state"->'filter' ? 'unplaced' THEN jsonb_build_object('unassigned', "state"->'filter'->'unplaced') ELSE '{}' END
    || CASE WHEN "state"->'filter' ? 'uncosted' THEN jsonb_build_object('missingCost', "state"->'filter'->'uncosted') ELSE '{}' END)
  WHERE "state"->>'order' IN ('up', 'down');
