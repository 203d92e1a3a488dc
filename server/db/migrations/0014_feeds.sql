CREATE TABLE "feed_deal" (
	"source_id" integer NOT NULL,
	"deal" text NOT NULL,
	"version" bigint NOT NULL,
	CONSTRAINT "feed_deal_source_id_deal_pk" PRIMARY KEY("source_id","deal")
);
--> statement-breakpoint
CREATE TABLE "feed_delivery" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"source_id" integer NOT NULL,
	"key" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"outcome" text NOT NULL,
	"deal" text,
	"version" bigint,
	"detail" text,
	"body" jsonb NOT NULL,
	"tries" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "feed_source" (
	"id" serial PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	"user_id" integer NOT NULL,
	"secret" text NOT NULL,
	"earlier_secret" text,
	"earlier_until" timestamp with time zone,
	"is_stopped" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "feed_source_code_form" CHECK ("feed_source"."code" ~ '^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$')
);
--> statement-breakpoint
ALTER TABLE "feed_deal" ADD CONSTRAINT "feed_deal_source_id_feed_source_id_fk" FOREIGN KEY ("source_id") REFERENCES "public"."feed_source"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feed_delivery" ADD CONSTRAINT "feed_delivery_source_id_feed_source_id_fk" FOREIGN KEY ("source_id") REFERENCES "public"."feed_source"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feed_source" ADD CONSTRAINT "feed_source_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "feed_delivery_key" ON "feed_delivery" USING btree ("source_id","key");--> statement-breakpoint
CREATE INDEX "feed_delivery_newest" ON "feed_delivery" USING btree ("source_id","id");--> statement-breakpoint
CREATE INDEX "feed_delivery_refused" ON "feed_delivery" USING btree ("id") WHERE "feed_delivery"."outcome" = 'refused';--> statement-breakpoint
CREATE UNIQUE INDEX "feed_source_code" ON "feed_source" USING btree (lower("code"));