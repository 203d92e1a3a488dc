CREATE TABLE "commission_comment" (
	"id" serial PRIMARY KEY NOT NULL,
	"salesperson_id" integer,
	"payee_user_id" integer,
	"period_id" text NOT NULL,
	"entry" text NOT NULL,
	"text" text NOT NULL,
	"user_id" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"settled_at" timestamp with time zone,
	"settled_by" integer
);
--> statement-breakpoint
CREATE TABLE "commission_plan" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"unit_id" integer NOT NULL,
	"payee" text NOT NULL,
	"user_id" integer,
	"until_day" date,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "commission_plan_name" CHECK (length(trim("commission_plan"."name")) > 0),
	CONSTRAINT "commission_plan_payee" CHECK (("commission_plan"."payee" = 'account') = ("commission_plan"."user_id" is not null))
);
--> statement-breakpoint
CREATE TABLE "commission_statement" (
	"id" serial PRIMARY KEY NOT NULL,
	"plan_id" integer NOT NULL,
	"salesperson_id" integer,
	"payee_user_id" integer,
	"unit_id" integer NOT NULL,
	"period_id" text NOT NULL,
	"from_day" date NOT NULL,
	"state" text NOT NULL,
	"entries" jsonb NOT NULL,
	"earned" bigint NOT NULL,
	"total" bigint NOT NULL,
	"owed" bigint NOT NULL,
	"target" bigint,
	"is_on_ramp" boolean NOT NULL,
	"approved_by" integer NOT NULL,
	"approved_at" timestamp with time zone DEFAULT now() NOT NULL,
	"second_by" integer,
	"second_at" timestamp with time zone,
	"paid_on" date,
	"paid_by" integer,
	CONSTRAINT "commission_statement_payee" CHECK (num_nonnulls("commission_statement"."salesperson_id", "commission_statement"."payee_user_id") = 1),
	CONSTRAINT "commission_second" CHECK ("commission_statement"."second_by" is null or "commission_statement"."second_by" <> "commission_statement"."approved_by")
);
--> statement-breakpoint
CREATE TABLE "commission_terms" (
	"plan_id" integer NOT NULL,
	"from_day" date NOT NULL,
	"terms" jsonb NOT NULL,
	"second_above" bigint,
	"user_id" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "commission_terms_plan_id_from_day_pk" PRIMARY KEY("plan_id","from_day")
);
--> statement-breakpoint
ALTER TABLE "commission_comment" ADD CONSTRAINT "commission_comment_salesperson_id_unit_id_fk" FOREIGN KEY ("salesperson_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_comment" ADD CONSTRAINT "commission_comment_payee_user_id_app_user_id_fk" FOREIGN KEY ("payee_user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_comment" ADD CONSTRAINT "commission_comment_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_comment" ADD CONSTRAINT "commission_comment_settled_by_app_user_id_fk" FOREIGN KEY ("settled_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_plan" ADD CONSTRAINT "commission_plan_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_plan" ADD CONSTRAINT "commission_plan_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_statement" ADD CONSTRAINT "commission_statement_plan_id_commission_plan_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."commission_plan"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_statement" ADD CONSTRAINT "commission_statement_salesperson_id_unit_id_fk" FOREIGN KEY ("salesperson_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_statement" ADD CONSTRAINT "commission_statement_payee_user_id_app_user_id_fk" FOREIGN KEY ("payee_user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_statement" ADD CONSTRAINT "commission_statement_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_statement" ADD CONSTRAINT "commission_statement_approved_by_app_user_id_fk" FOREIGN KEY ("approved_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_statement" ADD CONSTRAINT "commission_statement_second_by_app_user_id_fk" FOREIGN KEY ("second_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_statement" ADD CONSTRAINT "commission_statement_paid_by_app_user_id_fk" FOREIGN KEY ("paid_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_terms" ADD CONSTRAINT "commission_terms_plan_id_commission_plan_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."commission_plan"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "commission_terms" ADD CONSTRAINT "commission_terms_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "commission_comment_salesperson" ON "commission_comment" USING btree ("salesperson_id","period_id");--> statement-breakpoint
CREATE INDEX "commission_comment_account" ON "commission_comment" USING btree ("payee_user_id","period_id");--> statement-breakpoint
CREATE UNIQUE INDEX "commission_statement_salesperson" ON "commission_statement" USING btree ("salesperson_id","from_day") WHERE "commission_statement"."salesperson_id" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "commission_statement_account" ON "commission_statement" USING btree ("payee_user_id","from_day") WHERE "commission_statement"."payee_user_id" is not null;