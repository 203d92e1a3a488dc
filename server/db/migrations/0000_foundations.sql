CREATE TABLE "closed_day" (
	"branch_id" integer,
	"on_day" date NOT NULL,
	"name" text DEFAULT '' NOT NULL,
	CONSTRAINT "closed_day_once" UNIQUE NULLS NOT DISTINCT("branch_id","on_day")
);
--> statement-breakpoint
CREATE TABLE "company" (
	"id" smallint PRIMARY KEY DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"currency" char(3) NOT NULL,
	"time_zone" text NOT NULL,
	"first_month" smallint NOT NULL,
	"year_label" text NOT NULL,
	"weekdays" integer[] NOT NULL,
	"is_demo" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "company_is_one" CHECK ("company"."id" = 1),
	CONSTRAINT "company_first_month" CHECK ("company"."first_month" between 1 and 12),
	CONSTRAINT "company_year_label" CHECK ("company"."year_label" in ('ends', 'begins')),
	CONSTRAINT "company_currency" CHECK ("company"."currency" ~ '^[A-Z]{3}$')
);
--> statement-breakpoint
CREATE TABLE "rate" (
	"currency" char(3) NOT NULL,
	"from_day" date NOT NULL,
	"rate" numeric(20, 10) NOT NULL,
	CONSTRAINT "rate_currency_from_day_pk" PRIMARY KEY("currency","from_day"),
	CONSTRAINT "rate_positive" CHECK ("rate"."rate" > 0)
);
--> statement-breakpoint
CREATE TABLE "membership" (
	"id" serial PRIMARY KEY NOT NULL,
	"unit_id" integer NOT NULL,
	"parent_id" integer,
	"from_day" date NOT NULL,
	"to_day" date NOT NULL,
	CONSTRAINT "membership_days" CHECK ("membership"."from_day" < "membership"."to_day"),
	CONSTRAINT "membership_not_self" CHECK ("membership"."parent_id" <> "membership"."unit_id")
);
--> statement-breakpoint
CREATE TABLE "unit" (
	"id" serial PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"email" text,
	"country" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "unit_code_unique" UNIQUE("code"),
	CONSTRAINT "unit_kind" CHECK ("unit"."kind" in ('company', 'branch', 'team', 'salesperson')),
	CONSTRAINT "unit_code" CHECK ("unit"."code" ~ '^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$'),
	CONSTRAINT "unit_name" CHECK (length(trim("unit"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "access_token" (
	"id" serial PRIMARY KEY NOT NULL,
	"user_id" integer NOT NULL,
	"name" text NOT NULL,
	"hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"last_used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "access_token_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
CREATE TABLE "answered_request" (
	"key" uuid NOT NULL,
	"user_id" integer NOT NULL,
	"route" text NOT NULL,
	"status" smallint NOT NULL,
	"answer" jsonb,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "app_user" (
	"id" serial PRIMARY KEY NOT NULL,
	"email" text NOT NULL,
	"name" text NOT NULL,
	"password_hash" text NOT NULL,
	"role" text NOT NULL,
	"unit_id" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"disabled_at" timestamp with time zone,
	CONSTRAINT "app_user_role" CHECK ("app_user"."role" in ('administrator', 'manager', 'salesperson', 'viewer'))
);
--> statement-breakpoint
CREATE TABLE "session" (
	"hash" text PRIMARY KEY NOT NULL,
	"user_id" integer NOT NULL,
	"csrf" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "category" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "category_not_empty" CHECK (length(trim("category"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "customer" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "customer_not_empty" CHECK (length(trim("customer"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "deal" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"status" text NOT NULL,
	"salesperson_id" integer NOT NULL,
	"customer_id" integer NOT NULL,
	"amount" bigint NOT NULL,
	"currency" char(3) NOT NULL,
	"credited" bigint NOT NULL,
	"closed_on" date,
	"expected_on" date,
	"day" date GENERATED ALWAYS AS (coalesce(closed_on, expected_on)) STORED NOT NULL,
	"opened_on" date,
	"probability" numeric(5, 4),
	"stage_id" integer,
	"product_id" integer,
	"category_id" integer,
	"source_id" integer,
	"location_id" integer,
	"quantity" numeric(18, 3),
	"cost" bigint,
	"commission_rate" numeric(5, 4),
	"notes" text,
	"version" integer DEFAULT 1 NOT NULL,
	"voided_at" timestamp with time zone,
	"void_reason" text,
	"import_id" integer,
	"created_by" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "deal_status" CHECK ("deal"."status" in ('open', 'won', 'lost')),
	CONSTRAINT "deal_dates" CHECK (case when "deal"."status" = 'open' then "deal"."closed_on" is null and "deal"."expected_on" is not null else "deal"."closed_on" is not null end),
	CONSTRAINT "deal_probability" CHECK ("deal"."probability" between 0 and 1),
	CONSTRAINT "deal_commission_rate" CHECK ("deal"."commission_rate" between 0 and 1),
	CONSTRAINT "deal_code_not_empty" CHECK (length("deal"."code") between 1 and 80)
);
--> statement-breakpoint
CREATE TABLE "deal_credit" (
	"deal_id" bigint NOT NULL,
	"salesperson_id" integer NOT NULL,
	"position" integer NOT NULL,
	"basis_points" integer NOT NULL,
	"credited" bigint NOT NULL,
	CONSTRAINT "deal_credit_deal_id_salesperson_id_pk" PRIMARY KEY("deal_id","salesperson_id"),
	CONSTRAINT "deal_credit_share" CHECK ("deal_credit"."basis_points" between 1 and 10000)
);
--> statement-breakpoint
CREATE TABLE "import_run" (
	"id" serial PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"file_name" text NOT NULL,
	"user_id" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"created" integer NOT NULL,
	"changed" integer NOT NULL,
	"same" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "location" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "location_not_empty" CHECK (length(trim("location"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "product" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "product_not_empty" CHECK (length(trim("product"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "source" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "source_not_empty" CHECK (length(trim("source"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "stage" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "stage_not_empty" CHECK (length(trim("stage"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "target" (
	"unit_id" integer NOT NULL,
	"measure" text NOT NULL,
	"period_id" text NOT NULL,
	"target" bigint,
	"floor" bigint,
	"stretch" bigint,
	"note" text,
	"version" integer DEFAULT 1 NOT NULL,
	"changed_by" integer NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"xid" "xid8" DEFAULT pg_current_xact_id() NOT NULL,
	CONSTRAINT "target_unit_id_measure_period_id_pk" PRIMARY KEY("unit_id","measure","period_id"),
	CONSTRAINT "target_not_negative" CHECK ("target"."target" >= 0 and "target"."floor" >= 0 and "target"."stretch" >= 0),
	CONSTRAINT "target_order" CHECK ("target"."floor" <= "target"."target" and "target"."target" <= "target"."stretch"),
	CONSTRAINT "target_parts" CHECK ("target"."target" is not null or ("target"."floor" is null and "target"."stretch" is null))
);
--> statement-breakpoint
CREATE TABLE "daily_total" (
	"salesperson_id" integer NOT NULL,
	"part" text NOT NULL,
	"day" date NOT NULL,
	"amount" bigint NOT NULL,
	CONSTRAINT "daily_total_salesperson_id_part_day_pk" PRIMARY KEY("salesperson_id","part","day")
);
--> statement-breakpoint
CREATE TABLE "ledger_entry" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"xid" "xid8" DEFAULT pg_current_xact_id() NOT NULL,
	"salesperson_id" integer NOT NULL,
	"part" text NOT NULL,
	"day" date NOT NULL,
	"amount" bigint NOT NULL,
	"folded" boolean DEFAULT false NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "ledger_state" (
	"id" smallint PRIMARY KEY DEFAULT 1 NOT NULL,
	"epoch" bigint DEFAULT 1 NOT NULL,
	"pruned_xid" "xid8" DEFAULT '0' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "audit" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"user_id" integer,
	"entity" text NOT NULL,
	"entity_id" text NOT NULL,
	"action" text NOT NULL,
	"before" jsonb,
	"after" jsonb,
	"reason" text,
	"import_id" integer
);
--> statement-breakpoint
ALTER TABLE "closed_day" ADD CONSTRAINT "closed_day_branch_id_unit_id_fk" FOREIGN KEY ("branch_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_parent_id_unit_id_fk" FOREIGN KEY ("parent_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_token" ADD CONSTRAINT "access_token_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "answered_request" ADD CONSTRAINT "answered_request_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "app_user" ADD CONSTRAINT "app_user_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_salesperson_id_unit_id_fk" FOREIGN KEY ("salesperson_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_customer_id_customer_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_stage_id_stage_id_fk" FOREIGN KEY ("stage_id") REFERENCES "public"."stage"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_category_id_category_id_fk" FOREIGN KEY ("category_id") REFERENCES "public"."category"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_source_id_source_id_fk" FOREIGN KEY ("source_id") REFERENCES "public"."source"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_location_id_location_id_fk" FOREIGN KEY ("location_id") REFERENCES "public"."location"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_import_id_import_run_id_fk" FOREIGN KEY ("import_id") REFERENCES "public"."import_run"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal" ADD CONSTRAINT "deal_created_by_app_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal_credit" ADD CONSTRAINT "deal_credit_deal_id_deal_id_fk" FOREIGN KEY ("deal_id") REFERENCES "public"."deal"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal_credit" ADD CONSTRAINT "deal_credit_salesperson_id_unit_id_fk" FOREIGN KEY ("salesperson_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_run" ADD CONSTRAINT "import_run_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "target" ADD CONSTRAINT "target_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "target" ADD CONSTRAINT "target_changed_by_app_user_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "daily_total" ADD CONSTRAINT "daily_total_salesperson_id_unit_id_fk" FOREIGN KEY ("salesperson_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ledger_entry" ADD CONSTRAINT "ledger_entry_salesperson_id_unit_id_fk" FOREIGN KEY ("salesperson_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_import_id_import_run_id_fk" FOREIGN KEY ("import_id") REFERENCES "public"."import_run"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "membership_unit" ON "membership" USING btree ("unit_id");--> statement-breakpoint
CREATE UNIQUE INDEX "answered_request_key" ON "answered_request" USING btree ("user_id","key");--> statement-breakpoint
CREATE UNIQUE INDEX "app_user_email" ON "app_user" USING btree (lower("email"));--> statement-breakpoint
CREATE INDEX "session_user" ON "session" USING btree ("user_id");--> statement-breakpoint
CREATE UNIQUE INDEX "category_name" ON "category" USING btree (lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "customer_name" ON "customer" USING btree (lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "deal_code" ON "deal" USING btree ("code");--> statement-breakpoint
CREATE INDEX "deal_day" ON "deal" USING btree ("day","id");--> statement-breakpoint
CREATE INDEX "deal_salesperson_day" ON "deal" USING btree ("salesperson_id","day");--> statement-breakpoint
CREATE INDEX "deal_customer" ON "deal" USING btree ("customer_id");--> statement-breakpoint
CREATE INDEX "deal_credit_salesperson" ON "deal_credit" USING btree ("salesperson_id");--> statement-breakpoint
CREATE UNIQUE INDEX "location_name" ON "location" USING btree (lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "product_name" ON "product" USING btree (lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "source_name" ON "source" USING btree (lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "stage_name" ON "stage" USING btree (lower("name"));--> statement-breakpoint
CREATE INDEX "target_xid" ON "target" USING btree ("xid");--> statement-breakpoint
CREATE INDEX "ledger_entry_xid" ON "ledger_entry" USING btree ("xid");--> statement-breakpoint
CREATE INDEX "ledger_entry_open" ON "ledger_entry" USING btree ("id") WHERE not "ledger_entry"."folded";--> statement-breakpoint
CREATE INDEX "audit_entity" ON "audit" USING btree ("entity","entity_id");