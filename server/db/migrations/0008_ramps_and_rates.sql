CREATE TABLE "ramp" (
	"unit_id" integer PRIMARY KEY NOT NULL,
	"from_day" date NOT NULL,
	"shares" integer[] NOT NULL,
	CONSTRAINT "ramp_shares" CHECK (cardinality("ramp"."shares") between 1 and 24 and 0 <= all("ramp"."shares") and 10000 >= all("ramp"."shares"))
);
--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "rates" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "target" ADD COLUMN "own" jsonb;--> statement-breakpoint
ALTER TABLE "ramp" ADD CONSTRAINT "ramp_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- Plans so far get the newest rates there are, so that targets can be set in those currencies too.
UPDATE "plan" SET rates = coalesce((SELECT jsonb_object_agg(r.currency, trim_scale(r.rate)::text) FROM (SELECT DISTINCT ON (currency) currency, rate FROM "rate" ORDER BY currency, from_day DESC) r), '{}'::jsonb);
