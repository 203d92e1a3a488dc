CREATE TABLE "daily_mail" (
	"user_id" integer,
	"is_wanted" boolean DEFAULT true NOT NULL,
	"minute" integer NOT NULL,
	CONSTRAINT "daily_mail_user_id_pk" PRIMARY KEY("user_id")
);
--> statement-breakpoint
CREATE TABLE "report" (
	"id" serial PRIMARY KEY NOT NULL,
	"user_id" integer NOT NULL,
	"view_id" integer,
	"name" text NOT NULL,
	"text" text,
	"period_kind" text NOT NULL,
	"format" text NOT NULL,
	"rhythm" text NOT NULL,
	"minute" integer NOT NULL,
	"weekday" integer,
	"month_day" integer,
	"receivers" integer[] DEFAULT '{}' NOT NULL,
	"is_paused" boolean DEFAULT false NOT NULL,
	"sent_for" date NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "report_name" CHECK (length(trim("report"."name")) > 0),
	CONSTRAINT "report_minute" CHECK ("report"."minute" between 0 and 1439)
);
--> statement-breakpoint
CREATE TABLE "report_run" (
	"id" serial PRIMARY KEY NOT NULL,
	"report_id" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"sent" integer NOT NULL,
	"without_right" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "daily_mail" ADD CONSTRAINT "daily_mail_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report" ADD CONSTRAINT "report_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report" ADD CONSTRAINT "report_view_id_kept_view_id_fk" FOREIGN KEY ("view_id") REFERENCES "public"."kept_view"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report_run" ADD CONSTRAINT "report_run_report_id_report_id_fk" FOREIGN KEY ("report_id") REFERENCES "public"."report"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "report_run_report" ON "report_run" USING btree ("report_id","at");