ALTER TABLE "company" ADD COLUMN "era" uuid DEFAULT gen_random_uuid() NOT NULL;--> statement-breakpoint
-- Puts sample data away, whole: the record of changes too, which is why it runs with the owner's
-- rights, and only where the data are a demonstration's. The caller writes what stands instead.
CREATE FUNCTION put_sample_data_away(keeps_people boolean) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
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
    rate, status_rule, account_link, known_device, sign_in_failure;
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
