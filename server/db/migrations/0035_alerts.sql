CREATE TABLE "alert" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"rule_id" integer NOT NULL,
	"unit_id" integer NOT NULL,
	"period_id" text NOT NULL,
	"deal_id" bigint,
	"reading" double precision NOT NULL,
	"previous" double precision,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "alert_receipt" (
	"alert_id" bigint NOT NULL,
	"user_id" integer NOT NULL,
	"seen_at" timestamp with time zone,
	"is_for_daily" boolean DEFAULT false NOT NULL,
	CONSTRAINT "alert_receipt_user_id_alert_id_pk" PRIMARY KEY("user_id","alert_id")
);
--> statement-breakpoint
CREATE TABLE "alert_rule" (
	"id" serial PRIMARY KEY NOT NULL,
	"user_id" integer NOT NULL,
	"unit_id" integer NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"watched" text NOT NULL,
	"measure" text NOT NULL,
	"period_kind" text NOT NULL,
	"threshold" double precision,
	"change" text,
	"days" integer,
	"receivers" integer[] DEFAULT '{}' NOT NULL,
	"roles" text[] DEFAULT '{}' NOT NULL,
	"delivery" text NOT NULL,
	"is_muted" boolean DEFAULT false NOT NULL,
	"snoozed_until" date,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "alert_rule_name" CHECK (length(trim("alert_rule"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "alert_state" (
	"rule_id" integer NOT NULL,
	"unit_id" integer NOT NULL,
	"period_id" text NOT NULL,
	"is_active" boolean NOT NULL,
	"reading" double precision,
	"fired_on" date,
	CONSTRAINT "alert_state_rule_id_unit_id_period_id_pk" PRIMARY KEY("rule_id","unit_id","period_id")
);
--> statement-breakpoint
ALTER TABLE "alert" ADD CONSTRAINT "alert_rule_id_alert_rule_id_fk" FOREIGN KEY ("rule_id") REFERENCES "public"."alert_rule"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alert" ADD CONSTRAINT "alert_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alert_receipt" ADD CONSTRAINT "alert_receipt_alert_id_alert_id_fk" FOREIGN KEY ("alert_id") REFERENCES "public"."alert"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alert_receipt" ADD CONSTRAINT "alert_receipt_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alert_rule" ADD CONSTRAINT "alert_rule_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alert_rule" ADD CONSTRAINT "alert_rule_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alert_state" ADD CONSTRAINT "alert_state_rule_id_alert_rule_id_fk" FOREIGN KEY ("rule_id") REFERENCES "public"."alert_rule"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alert_state" ADD CONSTRAINT "alert_state_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "alert_deal" ON "alert" USING btree ("rule_id","deal_id") WHERE "alert"."deal_id" is not null;--> statement-breakpoint
CREATE INDEX "alert_rule_at" ON "alert" USING btree ("rule_id","at");--> statement-breakpoint
CREATE INDEX "alert_receipt_alert" ON "alert_receipt" USING btree ("alert_id");--> statement-breakpoint
CREATE INDEX "alert_rule_unit" ON "alert_rule" USING btree ("unit_id") WHERE "alert_rule"."removed_at" is null;--> statement-breakpoint
CREATE OR REPLACE FUNCTION put_sample_data_away(keeps_people boolean) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM company WHERE is_demo FOR UPDATE) THEN
    RAISE EXCEPTION 'Only sample data can be put away.';
  END IF;
  TRUNCATE audit, answered_request, deal, deal_line, deal_credit, name_merge, name_merge_deal,
    duplicate_dismissal, deal_view, import_mapping, import_run, correction, correction_line,
    feed_delivery, feed_deal, customer, product, category, location, daily_total, ledger_entry,
    activity, target, acknowledgement, acknowledgement_reminder, plan, closed_month,
    note, view_pin, kept_view, outgoing_mail, visit, alert_receipt, alert, alert_state, alert_rule, report_run, report,
    daily_mail;
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
