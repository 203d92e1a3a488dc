CREATE TABLE "activity" (
	"unit_id" integer NOT NULL,
	"measure" text NOT NULL,
	"on" date NOT NULL,
	"value" bigint,
	"changed_by" integer NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"xid" "xid8" DEFAULT pg_current_xact_id() NOT NULL,
	CONSTRAINT "activity_measure_unit_id_on_pk" PRIMARY KEY("measure","unit_id","on")
);
--> statement-breakpoint
CREATE TABLE "measure" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"group" text NOT NULL,
	"unit" text NOT NULL,
	"decimals" smallint NOT NULL,
	"direction" text NOT NULL,
	"definition" jsonb NOT NULL,
	"description" text NOT NULL,
	"is_shipped" boolean DEFAULT false NOT NULL,
	"is_retired" boolean DEFAULT false NOT NULL,
	"created_by" integer,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "measure_code" CHECK ("measure"."code" ~ '^[a-z][a-z0-9_]{0,23}(@[1-9][0-9]{0,3})?$'),
	CONSTRAINT "measure_unit" CHECK ("measure"."unit" in ('money', 'count', 'percent', 'days')),
	CONSTRAINT "measure_decimals" CHECK ("measure"."decimals" between 0 and 3),
	CONSTRAINT "measure_direction" CHECK ("measure"."direction" in ('higher', 'lower')),
	CONSTRAINT "measure_name_not_empty" CHECK (length(trim("measure"."name")) > 0)
);
--> statement-breakpoint
ALTER TABLE "deal" ADD COLUMN "credited_cost" bigint;--> statement-breakpoint
ALTER TABLE "deal_credit" ADD COLUMN "cost" bigint;--> statement-breakpoint
ALTER TABLE "activity" ADD CONSTRAINT "activity_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "activity" ADD CONSTRAINT "activity_measure_measure_code_fk" FOREIGN KEY ("measure") REFERENCES "public"."measure"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "activity" ADD CONSTRAINT "activity_changed_by_app_user_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measure" ADD CONSTRAINT "measure_created_by_app_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "activity_xid" ON "activity" USING btree ("xid");--> statement-breakpoint
-- The two measures that targets may name already; the server completes their records and adds the rest (server/measures/shipped).
INSERT INTO "measure" ("code", "name", "group", "unit", "decimals", "direction", "definition", "description", "is_shipped") VALUES
  ('revenue', 'Revenue', 'Revenue', 'money', 0, 'higher', '{"kind":"sum","of":{"field":"amount","states":["won"]}}', '', true),
  ('deals_won', 'Deals won', 'Deals', 'count', 0, 'higher', '{"kind":"count","of":{"field":"deals","states":["won"]}}', '', true);
--> statement-breakpoint
ALTER TABLE "target" ADD CONSTRAINT "target_measure_measure_code_fk" FOREIGN KEY ("measure") REFERENCES "public"."measure"("code") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
-- Costs so far were kept in the deal's own currency: converted as its amount was.
UPDATE "deal" SET credited_cost = CASE WHEN amount = 0 THEN cost ELSE round(cost::numeric * credited / amount)::bigint END WHERE cost IS NOT NULL;
--> statement-breakpoint
UPDATE "deal_credit" k SET cost = s.share FROM (
  SELECT c.deal_id, c.salesperson_id,
    (round(d.credited_cost::numeric * sum(c.basis_points) OVER w / 10000) - round(d.credited_cost::numeric * (sum(c.basis_points) OVER w - c.basis_points) / 10000))::bigint AS share
  FROM "deal_credit" c JOIN "deal" d ON d.id = c.deal_id WHERE d.credited_cost IS NOT NULL
  WINDOW w AS (PARTITION BY c.deal_id ORDER BY c.position)
) s WHERE s.deal_id = k.deal_id AND s.salesperson_id = k.salesperson_id;
--> statement-breakpoint
-- What each deal adds to the daily totals: the rule of core/ledger/contribution in SQL.
CREATE VIEW "deal_part" AS
  SELECT d.id AS deal_id, coalesce(k.salesperson_id, d.salesperson_id) AS salesperson_id, v.part, d.closed_on AS day, v.amount
  FROM "deal" d LEFT JOIN "deal_credit" k ON k.deal_id = d.id
  CROSS JOIN LATERAL (SELECT d.status = 'won' AS won, coalesce(k.position, 0) = 0 AS first) is_
  CROSS JOIN LATERAL (VALUES
    (CASE WHEN is_.won THEN 'revenue' ELSE 'lostAmount' END, coalesce(k.credited, d.credited)),
    ('costed', CASE WHEN is_.won AND d.credited_cost IS NOT NULL THEN coalesce(k.credited, d.credited) END),
    ('cost', CASE WHEN is_.won THEN CASE WHEN k.deal_id IS NULL THEN d.credited_cost ELSE k.cost END END),
    ('quantity', CASE WHEN is_.won AND is_.first THEN (d.quantity * 1000)::bigint END),
    (CASE WHEN is_.won THEN 'won' ELSE 'lost' END, CASE WHEN is_.first AND d.credited > 0 THEN 1 END),
    (CASE WHEN is_.won THEN 'days' ELSE 'lostDays' END, CASE WHEN is_.first AND d.credited > 0 THEN d.closed_on - d.opened_on END),
    (CASE WHEN is_.won THEN 'timed' ELSE 'lostTimed' END, CASE WHEN is_.first AND d.credited > 0 AND d.opened_on IS NOT NULL THEN 1 END)
  ) v(part, amount)
  WHERE d.status <> 'open' AND d.voided_at IS NULL AND v.amount <> 0;
--> statement-breakpoint
CREATE OR REPLACE VIEW "recomputed_total" AS
  SELECT salesperson_id, part, day, sum(amount)::bigint AS amount FROM "deal_part" GROUP BY salesperson_id, part, day HAVING sum(amount) <> 0;
--> statement-breakpoint
TRUNCATE "daily_total";
--> statement-breakpoint
UPDATE "ledger_entry" SET folded = true WHERE NOT folded;
--> statement-breakpoint
INSERT INTO "daily_total" (salesperson_id, part, day, amount) SELECT salesperson_id, part, day, amount FROM "recomputed_total";
--> statement-breakpoint
UPDATE "ledger_state" SET epoch = epoch + 1;
