CREATE TABLE "branch_hours" (
	"branch_id" integer PRIMARY KEY NOT NULL,
	"time_zone" text,
	"end_of_business" smallint,
	CONSTRAINT "branch_hours_end_of_business" CHECK ("branch_hours"."end_of_business" between 1 and 1440)
);
--> statement-breakpoint
ALTER TABLE "company" ADD COLUMN "end_of_business" smallint DEFAULT 1020 NOT NULL;--> statement-breakpoint
ALTER TABLE "branch_hours" ADD CONSTRAINT "branch_hours_branch_id_unit_id_fk" FOREIGN KEY ("branch_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "company" ADD CONSTRAINT "company_end_of_business" CHECK ("company"."end_of_business" between 1 and 1440);
