CREATE TABLE "kept_view" (
	"id" serial PRIMARY KEY NOT NULL,
	"user_id" integer NOT NULL,
	"shared_with" integer,
	"name" text NOT NULL,
	"description" text,
	"path" text NOT NULL,
	"search" text NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "note" (
	"id" serial PRIMARY KEY NOT NULL,
	"reply_to" integer,
	"unit_id" integer NOT NULL,
	"measure" text NOT NULL,
	"period_id" text NOT NULL,
	"from_day" date NOT NULL,
	"to_day" date NOT NULL,
	"slice" jsonb,
	"text" text NOT NULL,
	"user_id" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"assignee_id" integer,
	"due_on" date,
	"resolved_at" timestamp with time zone,
	"resolved_by" integer,
	CONSTRAINT "note_text" CHECK (length(trim("note"."text")) > 0),
	CONSTRAINT "note_days" CHECK ("note"."from_day" < "note"."to_day")
);
--> statement-breakpoint
CREATE TABLE "view_pin" (
	"user_id" integer NOT NULL,
	"view_id" integer NOT NULL,
	"position" integer NOT NULL,
	CONSTRAINT "view_pin_user_id_view_id_pk" PRIMARY KEY("user_id","view_id")
);
--> statement-breakpoint
ALTER TABLE "kept_view" ADD CONSTRAINT "kept_view_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_view" ADD CONSTRAINT "kept_view_shared_with_unit_id_fk" FOREIGN KEY ("shared_with") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note" ADD CONSTRAINT "note_reply_to_note_id_fk" FOREIGN KEY ("reply_to") REFERENCES "public"."note"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note" ADD CONSTRAINT "note_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note" ADD CONSTRAINT "note_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note" ADD CONSTRAINT "note_assignee_id_app_user_id_fk" FOREIGN KEY ("assignee_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note" ADD CONSTRAINT "note_resolved_by_app_user_id_fk" FOREIGN KEY ("resolved_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "view_pin" ADD CONSTRAINT "view_pin_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "view_pin" ADD CONSTRAINT "view_pin_view_id_kept_view_id_fk" FOREIGN KEY ("view_id") REFERENCES "public"."kept_view"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "kept_view_name" ON "kept_view" USING btree ("user_id",lower("name"));--> statement-breakpoint
CREATE INDEX "note_place" ON "note" USING btree ("unit_id","from_day");--> statement-breakpoint
CREATE INDEX "note_reply" ON "note" USING btree ("reply_to");
--> statement-breakpoint
CREATE OR REPLACE FUNCTION put_sample_data_away(keeps_people boolean) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM company WHERE is_demo FOR UPDATE) THEN
    RAISE EXCEPTION 'Only sample data can be put away.';
  END IF;
  TRUNCATE audit, answered_request, deal, deal_line, deal_credit, name_merge, name_merge_deal,
    duplicate_dismissal, deal_view, import_mapping, import_run, correction, correction_line,
    feed_delivery, feed_deal, customer, product, category, location, daily_total, ledger_entry,
    activity, target, acknowledgement, acknowledgement_reminder, plan, closed_month,
    note, view_pin, kept_view;
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
