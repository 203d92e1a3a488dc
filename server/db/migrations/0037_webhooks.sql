CREATE TABLE "webhook" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"url" text NOT NULL,
	"secret" text NOT NULL,
	"events" text[] NOT NULL,
	"is_paused" boolean DEFAULT false NOT NULL,
	"failures" integer DEFAULT 0 NOT NULL,
	"resume_at" timestamp with time zone,
	"user_id" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "webhook_name" CHECK (length(trim("webhook"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "webhook_delivery" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"webhook_id" integer NOT NULL,
	"key" text NOT NULL,
	"event" text NOT NULL,
	"subject" text NOT NULL,
	"audit_id" bigint,
	"alert_id" bigint,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"body" text,
	"state" text DEFAULT 'waiting' NOT NULL,
	"attempts" integer DEFAULT 0 NOT NULL,
	"due_at" timestamp with time zone DEFAULT now() NOT NULL,
	"answer" integer,
	"error" text,
	"sent_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "webhook" ADD CONSTRAINT "webhook_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhook_delivery" ADD CONSTRAINT "webhook_delivery_webhook_id_webhook_id_fk" FOREIGN KEY ("webhook_id") REFERENCES "public"."webhook"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "webhook_delivery_key" ON "webhook_delivery" USING btree ("webhook_id","key");--> statement-breakpoint
CREATE INDEX "webhook_delivery_open" ON "webhook_delivery" USING btree ("webhook_id","due_at","id") WHERE "webhook_delivery"."state" in ('waiting', 'sending');--> statement-breakpoint
CREATE INDEX "webhook_delivery_subject" ON "webhook_delivery" USING btree ("webhook_id","subject","id") WHERE "webhook_delivery"."state" in ('waiting', 'sending');--> statement-breakpoint
CREATE INDEX "webhook_delivery_newest" ON "webhook_delivery" USING btree ("webhook_id","id");--> statement-breakpoint
-- What happened becomes an event in the transaction that wrote it down, whoever wrote it: form,
-- file, feed or bulk edit. Where nobody listens it costs one look.
CREATE FUNCTION webhook_event_of(entity text, action text) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE
    WHEN entity = 'deal' AND action IN ('booked', 'imported') THEN 'deal.booked'
    WHEN entity = 'deal' AND action = 'voided' THEN 'deal.voided'
    WHEN entity = 'deal' THEN 'deal.changed'
    WHEN entity = 'plan' AND action = 'published' THEN 'target.published'
    WHEN entity = 'month' AND action = 'closed' THEN 'period.closed'
    WHEN entity = 'contest' AND action = 'won' THEN 'contest.won'
  END
$$;--> statement-breakpoint
CREATE FUNCTION queue_audit_events() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT FROM webhook WHERE removed_at IS NULL) THEN
    INSERT INTO webhook_delivery (webhook_id, key, event, subject, audit_id, at)
    SELECT w.id, 'event_' || n.id, e.event, n.entity || ' ' || n.entity_id, n.id, n.at
    FROM new_rows n CROSS JOIN LATERAL (SELECT webhook_event_of(n.entity, n.action) AS event) e
    JOIN webhook w ON w.removed_at IS NULL AND e.event = ANY(w.events)
    ORDER BY n.id;
  END IF;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER audit_events AFTER INSERT ON audit REFERENCING NEW TABLE AS new_rows
  FOR EACH STATEMENT EXECUTE FUNCTION queue_audit_events();--> statement-breakpoint
CREATE FUNCTION queue_alert_events() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO webhook_delivery (webhook_id, key, event, subject, alert_id, at)
  SELECT w.id, 'alert_' || n.id, 'alert.fired', 'alert rule ' || n.rule_id, n.id, n.at
  FROM new_rows n JOIN webhook w ON w.removed_at IS NULL AND 'alert.fired' = ANY(w.events)
  ORDER BY n.id;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER alert_events AFTER INSERT ON alert REFERENCING NEW TABLE AS new_rows
  FOR EACH STATEMENT EXECUTE FUNCTION queue_alert_events();--> statement-breakpoint
-- Names what stays, so that a new table goes with the sample data without being named here.
CREATE OR REPLACE FUNCTION put_sample_data_away(keeps_people boolean) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE gone text;
BEGIN
  IF NOT EXISTS (SELECT FROM company WHERE is_demo FOR UPDATE) THEN
    RAISE EXCEPTION 'Only sample data can be put away.';
  END IF;
  SELECT string_agg(quote_ident(tablename), ', ') INTO gone FROM pg_tables
  WHERE schemaname = 'public' AND tablename NOT IN ('access_token', 'account_link', 'app_user',
    'board', 'branch_hours', 'closed_day', 'company', 'custom_field', 'custom_part', 'feed_source',
    'known_device', 'ledger_state', 'lost_reason', 'measure', 'membership', 'ramp', 'rate',
    'session', 'sign_in_failure', 'source', 'stage', 'status_rule', 'unit', 'unit_photo',
    'user_display');
  EXECUTE 'TRUNCATE ' || gone;
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
