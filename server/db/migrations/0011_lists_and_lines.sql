CREATE TABLE "lost_reason" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"retired_at" timestamp with time zone,
	"merged_into" integer,
	CONSTRAINT "lost_reason_not_empty" CHECK (length(trim("lost_reason"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "name_merge" (
	"id" serial PRIMARY KEY NOT NULL,
	"list" text NOT NULL,
	"from_id" integer NOT NULL,
	"into_id" integer NOT NULL,
	"aliases" integer[] NOT NULL,
	"user_id" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"undone_at" timestamp with time zone,
	"undone_by" integer
);
--> statement-breakpoint
CREATE TABLE "name_merge_deal" (
	"merge_id" integer NOT NULL,
	"deal_id" bigint NOT NULL,
	CONSTRAINT "name_merge_deal_merge_id_deal_id_pk" PRIMARY KEY("merge_id","deal_id")
);
--> statement-breakpoint
DROP INDEX "deal_customer";--> statement-breakpoint
ALTER TABLE "category" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "category" ADD COLUMN "merged_into" integer;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "customer" ADD COLUMN "merged_into" integer;--> statement-breakpoint
ALTER TABLE "deal" ADD COLUMN "lost_reason_id" integer;--> statement-breakpoint
ALTER TABLE "deal" ADD COLUMN "refund_of" bigint;--> statement-breakpoint
ALTER TABLE "deal" ADD COLUMN "lines" jsonb;--> statement-breakpoint
ALTER TABLE "deal" ADD COLUMN "changed_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "location" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "location" ADD COLUMN "merged_into" integer;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "merged_into" integer;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "code" text;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "category_id" integer;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "list_price" bigint;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "cost" bigint;--> statement-breakpoint
ALTER TABLE "source" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "source" ADD COLUMN "merged_into" integer;--> statement-breakpoint
ALTER TABLE "stage" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "stage" ADD COLUMN "merged_into" integer;--> statement-breakpoint
ALTER TABLE "stage" ADD COLUMN "position" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "stage" ADD COLUMN "probability" numeric(5, 4);--> statement-breakpoint
ALTER TABLE "stage" ADD COLUMN "outcome" text DEFAULT 'open' NOT NULL;--> statement-breakpoint
ALTER TABLE "lost_reason" ADD CONSTRAINT "lost_reason_merged_into" FOREIGN KEY ("merged_into") REFERENCES "public"."lost_reason"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "name_merge" ADD CONSTRAINT "name_merge_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "name_merge" ADD CONSTRAINT "name_merge_undone_by_app_user_id_fk" FOREIGN KEY ("undone_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "name_merge_deal" ADD CONSTRAINT "name_merge_deal_merge_id_name_merge_id_fk" FOREIGN KEY ("merge_id") REFERENCES "public"."name_merge"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "name_merge_deal" ADD CONSTRAINT "name_merge_deal_deal_id_deal_id_fk" FOREIGN KEY ("deal_id") REFERENCES "public"."deal"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "lost_reason_name" ON "lost_reason" USING btree (lower("name"));--> statement-breakpoint
ALTER TABLE "category" ADD CONSTRAINT "category_merged_into" FOREIGN KEY ("merged_into") REFERENCES "public"."category"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer" ADD CONSTRAINT "customer_merged_into" FOREIGN KEY ("merged_into") REFERENCES "public"."customer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_lost_reason_id_lost_reason_id_fk" FOREIGN KEY ("lost_reason_id") REFERENCES "public"."lost_reason"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_refund_of_deal_id_fk" FOREIGN KEY ("refund_of") REFERENCES "public"."deal"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "location" ADD CONSTRAINT "location_merged_into" FOREIGN KEY ("merged_into") REFERENCES "public"."location"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product" ADD CONSTRAINT "product_category_id_category_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."category"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "product" ADD CONSTRAINT "product_merged_into" FOREIGN KEY ("merged_into") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "source" ADD CONSTRAINT "source_merged_into" FOREIGN KEY ("merged_into") REFERENCES "public"."source"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stage" ADD CONSTRAINT "stage_merged_into" FOREIGN KEY ("merged_into") REFERENCES "public"."stage"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "deal_product" ON "deal" USING btree ("product_id","day");--> statement-breakpoint
CREATE INDEX "deal_refund_of" ON "deal" USING btree ("refund_of") WHERE "deal"."refund_of" is not null;--> statement-breakpoint
CREATE INDEX "deal_open" ON "deal" USING btree ("expected_on","id") WHERE "deal"."status" = 'open' and "deal"."voided_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "product_code" ON "product" USING btree (lower("code"));--> statement-breakpoint
CREATE INDEX "deal_customer" ON "deal" USING btree ("customer_id","day");--> statement-breakpoint
ALTER TABLE "stage" ADD CONSTRAINT "stage_outcome" CHECK ("stage"."outcome" in ('open', 'won', 'lost'));--> statement-breakpoint
ALTER TABLE "stage" ADD CONSTRAINT "stage_probability" CHECK ("stage"."probability" between 0 and 1);--> statement-breakpoint
UPDATE "stage" s SET position = o.position, probability = o.probability FROM (
  SELECT s2.id, row_number() OVER (ORDER BY s2.id) AS position, (SELECT mode() WITHIN GROUP (ORDER BY d.probability) FROM "deal" d WHERE d.stage_id = s2.id AND d.status = 'open') AS probability FROM "stage" s2
) o WHERE o.id = s.id;
--> statement-breakpoint
CREATE FUNCTION keep_changed_at() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN NEW.changed_at := now(); RETURN NEW; END $$;
--> statement-breakpoint
CREATE TRIGGER "deal_changed_at" BEFORE UPDATE ON "deal" FOR EACH ROW EXECUTE FUNCTION keep_changed_at();
--> statement-breakpoint
-- A deal as it is kept in the history: its row, and who is credited.
CREATE FUNCTION deal_record(d "deal") RETURNS jsonb LANGUAGE sql STABLE AS $$
  SELECT to_jsonb(d) || jsonb_build_object('credit', (SELECT jsonb_agg(to_jsonb(k) ORDER BY k.position) FROM "deal_credit" k WHERE k.deal_id = d.id))
$$;
--> statement-breakpoint
-- A past state in that form, also where an earlier version kept it as the API showed it. The decimals of an amount are those of its currency.
CREATE FUNCTION past_deal(state jsonb) RETURNS jsonb LANGUAGE sql STABLE AS $$
  SELECT CASE WHEN state ? 'salesperson_id' THEN state ELSE jsonb_build_object(
    'id', state->'id', 'version', state->'version', 'code', state->'deal', 'status', state->'status', 'amount', replace(state->>'amount', '.', '')::bigint, 'currency', state->'currency', 'credited', state->'credited',
    'day', state->'day', 'closed_on', state->'closedOn', 'expected_on', state->'expectedOn', 'opened_on', state->'openedOn', 'probability', state->'probability', 'quantity', state->'quantity',
    'cost', replace(state->>'cost', '.', '')::bigint, 'commission_rate', state->'commissionRate', 'notes', state->'notes', 'voided_at', state->'voidedAt', 'void_reason', state->'voidReason',
    'salesperson_id', (SELECT id FROM "unit" WHERE code = state->>'salesperson'), 'customer_id', (SELECT id FROM "customer" WHERE lower(name) = lower(state->>'customer')),
    'stage_id', (SELECT id FROM "stage" WHERE lower(name) = lower(state->>'stage')), 'product_id', (SELECT id FROM "product" WHERE lower(name) = lower(state->>'product')),
    'category_id', (SELECT id FROM "category" WHERE lower(name) = lower(state->>'category')), 'source_id', (SELECT id FROM "source" WHERE lower(name) = lower(state->>'source')),
    'location_id', (SELECT id FROM "location" WHERE lower(name) = lower(state->>'location')),
    'credit', (SELECT jsonb_agg(jsonb_build_object('salesperson_id', u.id, 'basis_points', ((c.value->>'percent')::numeric * 100)::int, 'position', c.at - 1) ORDER BY c.at)
      FROM jsonb_array_elements(CASE jsonb_typeof(state->'credit') WHEN 'array' THEN state->'credit' ELSE '[]' END) WITH ORDINALITY c(value, at) JOIN "unit" u ON u.code = c.value->>'salesperson')
  ) END
$$;
