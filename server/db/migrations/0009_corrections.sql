CREATE TABLE "correction" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"period_id" text NOT NULL,
	"deal_id" bigint,
	"import_id" integer,
	"action" text NOT NULL,
	"reason" text NOT NULL,
	"user_id" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "correction_of" CHECK (("correction"."deal_id" is null) <> ("correction"."import_id" is null)),
	CONSTRAINT "correction_reason" CHECK (length(trim("correction"."reason")) > 0)
);
--> statement-breakpoint
CREATE TABLE "correction_line" (
	"correction_id" bigint NOT NULL,
	"salesperson_id" integer NOT NULL,
	"part" text NOT NULL,
	"day" date NOT NULL,
	"amount" bigint NOT NULL,
	CONSTRAINT "correction_line_correction_id_salesperson_id_part_day_pk" PRIMARY KEY("correction_id","salesperson_id","part","day")
);
--> statement-breakpoint
ALTER TABLE "correction" ADD CONSTRAINT "correction_deal_id_deal_id_fk" FOREIGN KEY ("deal_id") REFERENCES "public"."deal"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "correction" ADD CONSTRAINT "correction_import_id_import_run_id_fk" FOREIGN KEY ("import_id") REFERENCES "public"."import_run"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "correction" ADD CONSTRAINT "correction_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "correction_line" ADD CONSTRAINT "correction_line_correction_id_correction_id_fk" FOREIGN KEY ("correction_id") REFERENCES "public"."correction"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "correction_line" ADD CONSTRAINT "correction_line_salesperson_id_unit_id_fk" FOREIGN KEY ("salesperson_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "correction_period" ON "correction" USING btree ("period_id","at");