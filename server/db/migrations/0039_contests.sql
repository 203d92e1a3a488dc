CREATE TABLE "award" (
	"id" serial PRIMARY KEY NOT NULL,
	"contest_id" integer,
	"period_id" text,
	"position" integer,
	"unit_id" integer NOT NULL,
	"title" text NOT NULL,
	"text" text NOT NULL,
	"picture" text NOT NULL,
	"amount" bigint,
	"user_id" integer,
	"given_on" date NOT NULL,
	"given_at" timestamp with time zone DEFAULT now() NOT NULL,
	"taken_on" date,
	"taken_at" timestamp with time zone,
	"reason" text
);
--> statement-breakpoint
CREATE TABLE "award_opt_out" (
	"unit_id" integer PRIMARY KEY NOT NULL
);
--> statement-breakpoint
CREATE TABLE "contest" (
	"id" serial PRIMARY KEY NOT NULL,
	"unit_id" integer NOT NULL,
	"user_id" integer NOT NULL,
	"name" text NOT NULL,
	"text" text NOT NULL,
	"state" text DEFAULT 'draft' NOT NULL,
	"member" text NOT NULL,
	"repeat" text NOT NULL,
	"from_day" date NOT NULL,
	"through_day" date NOT NULL,
	"rules" jsonb NOT NULL,
	"leaves_out_ramps" boolean NOT NULL,
	"is_by_invitation" boolean NOT NULL,
	"is_on_boards" boolean NOT NULL,
	"mail_rhythm" text NOT NULL,
	"mail_text" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "contest_name" CHECK (length(trim("contest"."name")) > 0),
	CONSTRAINT "contest_days" CHECK ("contest"."from_day" <= "contest"."through_day")
);
--> statement-breakpoint
CREATE TABLE "contest_mail" (
	"contest_id" integer NOT NULL,
	"occasion" text NOT NULL,
	CONSTRAINT "contest_mail_contest_id_occasion_pk" PRIMARY KEY("contest_id","occasion")
);
--> statement-breakpoint
CREATE TABLE "contest_member" (
	"contest_id" integer NOT NULL,
	"unit_id" integer NOT NULL,
	"state" text NOT NULL,
	CONSTRAINT "contest_member_contest_id_unit_id_pk" PRIMARY KEY("contest_id","unit_id")
);
--> statement-breakpoint
CREATE TABLE "contest_round" (
	"contest_id" integer NOT NULL,
	"period_id" text NOT NULL,
	"closed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"result" jsonb NOT NULL,
	CONSTRAINT "contest_round_contest_id_period_id_pk" PRIMARY KEY("contest_id","period_id")
);
--> statement-breakpoint
ALTER TABLE "award" ADD CONSTRAINT "award_contest_id_contest_id_fk" FOREIGN KEY ("contest_id") REFERENCES "public"."contest"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "award" ADD CONSTRAINT "award_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "award" ADD CONSTRAINT "award_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "award_opt_out" ADD CONSTRAINT "award_opt_out_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contest" ADD CONSTRAINT "contest_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contest" ADD CONSTRAINT "contest_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contest_mail" ADD CONSTRAINT "contest_mail_contest_id_contest_id_fk" FOREIGN KEY ("contest_id") REFERENCES "public"."contest"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contest_member" ADD CONSTRAINT "contest_member_contest_id_contest_id_fk" FOREIGN KEY ("contest_id") REFERENCES "public"."contest"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contest_member" ADD CONSTRAINT "contest_member_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contest_round" ADD CONSTRAINT "contest_round_contest_id_contest_id_fk" FOREIGN KEY ("contest_id") REFERENCES "public"."contest"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "award_won" ON "award" USING btree ("contest_id","period_id","position","unit_id") WHERE "award"."taken_at" is null and "award"."contest_id" is not null;--> statement-breakpoint
CREATE INDEX "award_unit" ON "award" USING btree ("unit_id","given_at");--> statement-breakpoint
CREATE INDEX "contest_unit" ON "contest" USING btree ("unit_id") WHERE "contest"."removed_at" is null;