CREATE TABLE "custom_field" (
	"id" serial PRIMARY KEY NOT NULL,
	"owner" text NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"choices" text[] NOT NULL,
	"position" integer NOT NULL,
	"archived_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL,
	"created_by" integer,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "custom_field_owner" CHECK ("custom_field"."owner" in ('deal', 'customer')),
	CONSTRAINT "custom_field_code_form" CHECK ("custom_field"."code" ~ '^[a-z][a-z0-9_]{0,23}$'),
	CONSTRAINT "custom_field_kind" CHECK ("custom_field"."kind" in ('money', 'number', 'date', 'choice', 'yesNo', 'text')),
	CONSTRAINT "custom_field_name_not_empty" CHECK (length(trim("custom_field"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "custom_part" (
	"part" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"states" text[] NOT NULL,
	"placed_by" text NOT NULL,
	"field" text,
	"choice" text,
	"from_date" text,
	"to_date" text,
	"most" integer,
	"decimals" smallint NOT NULL,
	"is_shared" boolean NOT NULL,
	"addend" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "custom" jsonb;--> statement-breakpoint
ALTER TABLE "deal" ADD COLUMN "custom" jsonb;--> statement-breakpoint
ALTER TABLE "custom_field" ADD CONSTRAINT "custom_field_created_by_app_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "custom_field_code" ON "custom_field" USING btree ("owner","code");--> statement-breakpoint
CREATE UNIQUE INDEX "custom_field_name" ON "custom_field" USING btree ("owner",lower("name"));--> statement-breakpoint
CREATE INDEX "deal_custom" ON "deal" USING gin ("custom" jsonb_path_ops) WHERE "deal"."custom" is not null;--> statement-breakpoint
-- Values as given in place of those there are: a null takes one away, what is not given stays.
CREATE FUNCTION merge_custom(stored jsonb, given jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT nullif(jsonb_strip_nulls(coalesce(stored, '{}') || coalesce(given, '{}')), '{}'::jsonb)
$$;
--> statement-breakpoint
-- A date of a deal by its name: one of its own columns, or a custom field.
CREATE FUNCTION deal_date(d "deal", name text) RETURNS date LANGUAGE sql STABLE AS $$
  SELECT CASE name WHEN 'closedOn' THEN d.closed_on WHEN 'openedOn' THEN d.opened_on
    WHEN 'expectedOn' THEN d.expected_on ELSE (d.custom->>name)::date END
$$;
--> statement-breakpoint
-- What the whole of a deal has of a custom part; null where it has none. The rule of
-- core/ledger/customContribution in SQL; a test holds both together.
CREATE FUNCTION custom_value(d "deal", p "custom_part") RETURNS bigint LANGUAGE sql STABLE AS $$
  SELECT CASE
    WHEN p.kind = 'amount' THEN d.credited
    WHEN p.kind = 'sum' THEN ((d.custom->>p.field)::numeric * power(10::numeric, p.decimals))::bigint
    WHEN d.credited <= 0 THEN NULL
    WHEN p.kind = 'deals' THEN 1
    WHEN p.kind = 'size' THEN d.credited
    WHEN p.kind = 'value' THEN ((d.custom->>p.field)::numeric * power(10::numeric, p.decimals))::bigint
    WHEN p.kind = 'filled' THEN CASE WHEN d.custom->>p.field IS NOT NULL THEN 1 END
    WHEN p.kind = 'choice' THEN CASE WHEN CASE d.custom->p.field WHEN 'true'::jsonb THEN 'yes'
      WHEN 'false'::jsonb THEN 'no' ELSE d.custom->>p.field END = p.choice THEN 1 END
    WHEN p.kind = 'undated' THEN CASE WHEN deal_date(d, p.from_date) IS NULL THEN 1 END
    WHEN p.kind = 'days' THEN deal_date(d, p.to_date) - deal_date(d, p.from_date)
    WHEN p.kind = 'timed' THEN CASE WHEN deal_date(d, p.to_date) - deal_date(d, p.from_date) IS NOT NULL THEN 1 END
    WHEN p.kind = 'within' THEN CASE WHEN deal_date(d, p.to_date) - deal_date(d, p.from_date) <= p.most THEN 1 END
  END::bigint
$$;
--> statement-breakpoint
-- What a deal adds to the custom parts, a row a person and part, nothings among them: a median
-- counts a deal of no days too. Money as differences of cumulative shares, each rounded once;
-- all else to whom the deal names first.
CREATE VIEW "deal_custom_value" AS
  SELECT d.id AS deal_id, coalesce(k.salesperson_id, d.salesperson_id) AS salesperson_id, p.part,
    deal_date(d, p.placed_by) AS day, v.amount
  FROM "custom_part" p CROSS JOIN "deal" d LEFT JOIN "deal_credit" k ON k.deal_id = d.id
  CROSS JOIN LATERAL (SELECT CASE
    WHEN p.kind = 'amount' THEN coalesce(k.credited, d.credited)
    WHEN p.is_shared AND k.deal_id IS NOT NULL THEN (
      SELECT round(custom_value(d, p)::numeric * (s.before + k.basis_points) / 10000)
        - round(custom_value(d, p)::numeric * s.before / 10000)
      FROM (SELECT coalesce(sum(x.basis_points), 0) AS before FROM "deal_credit" x WHERE x.deal_id = d.id AND x.position < k.position) s)::bigint
    WHEN coalesce(k.position, 0) = 0 THEN custom_value(d, p)
  END AS amount) v
  WHERE d.voided_at IS NULL AND d.status = ANY (p.states) AND deal_date(d, p.placed_by) IS NOT NULL AND v.amount IS NOT NULL;
--> statement-breakpoint
CREATE VIEW "deal_custom_part" AS SELECT * FROM "deal_custom_value" WHERE amount <> 0;
--> statement-breakpoint
CREATE OR REPLACE VIEW "recomputed_total" AS
  SELECT salesperson_id, part, day, sum(amount)::bigint AS amount FROM (
    SELECT salesperson_id, part, day, amount FROM "deal_part"
    UNION ALL
    SELECT salesperson_id, part, day, amount FROM "deal_custom_part"
  ) parts GROUP BY salesperson_id, part, day HAVING sum(amount) <> 0;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION put_sample_data_away(keeps_people boolean) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM company WHERE is_demo FOR UPDATE) THEN
    RAISE EXCEPTION 'Only sample data can be put away.';
  END IF;
  TRUNCATE audit, answered_request, deal, deal_line, deal_credit, name_merge, name_merge_deal,
    duplicate_dismissal, deal_view, import_mapping, import_run, correction, correction_line,
    feed_delivery, feed_deal, customer, product, category, location, daily_total, ledger_entry,
    activity, target, acknowledgement, plan, closed_month;
  UPDATE ledger_state SET epoch = epoch + 1;
  IF keeps_people THEN
    UPDATE company SET is_demo = false, era = gen_random_uuid();
    RETURN;
  END IF;
  TRUNCATE feed_source, feed_delivery, feed_deal, board, unit_photo, ramp, branch_hours, closed_day,
    rate, status_rule, account_link, known_device, sign_in_failure, custom_field, custom_part;
  DELETE FROM source;
  DELETE FROM stage;
  DELETE FROM lost_reason;
  DELETE FROM session;
  DELETE FROM access_token;
  UPDATE measure SET created_by = NULL;
  DELETE FROM measure WHERE NOT is_shipped;
  DELETE FROM app_user;
  DELETE FROM membership;
  DELETE FROM unit;
  DELETE FROM company;
END $$;
