CREATE TABLE "acknowledgement_reminder" (
	"unit_id" integer NOT NULL,
	"year_label" integer NOT NULL,
	"user_id" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "acknowledgement_reminder_unit_id_year_label_pk" PRIMARY KEY("unit_id","year_label")
);
--> statement-breakpoint
ALTER TABLE "acknowledgement_reminder" ADD CONSTRAINT "acknowledgement_reminder_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "acknowledgement_reminder" ADD CONSTRAINT "acknowledgement_reminder_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION put_sample_data_away(keeps_people boolean) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM company WHERE is_demo FOR UPDATE) THEN
    RAISE EXCEPTION 'Only sample data can be put away.';
  END IF;
  TRUNCATE audit, answered_request, deal, deal_line, deal_credit, name_merge, name_merge_deal,
    duplicate_dismissal, deal_view, import_mapping, import_run, correction, correction_line,
    feed_delivery, feed_deal, customer, product, category, location, daily_total, ledger_entry,
    activity, target, acknowledgement, acknowledgement_reminder, plan, closed_month;
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
