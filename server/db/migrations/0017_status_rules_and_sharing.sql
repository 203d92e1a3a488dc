CREATE TABLE "status_rule" (
	"measure" text NOT NULL,
	"from_day" date NOT NULL,
	"rule" jsonb NOT NULL,
	"reason" text,
	"created_by" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "status_rule_measure_from_day_pk" PRIMARY KEY("measure","from_day")
);
--> statement-breakpoint
ALTER TABLE "company" ADD COLUMN "shares_team_ladder" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "status_rule" ADD CONSTRAINT "status_rule_measure_measure_code_fk" FOREIGN KEY ("measure") REFERENCES "public"."measure"("code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "status_rule" ADD CONSTRAINT "status_rule_created_by_app_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;