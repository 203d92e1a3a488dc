CREATE TABLE "deal_view" (
	"id" serial PRIMARY KEY NOT NULL,
	"user_id" integer NOT NULL,
	"shared_with" integer,
	"name" text NOT NULL,
	"state" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "deal_view" ADD CONSTRAINT "deal_view_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal_view" ADD CONSTRAINT "deal_view_shared_with_unit_id_fk" FOREIGN KEY ("shared_with") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "deal_view_name" ON "deal_view" USING btree ("user_id",lower("name"));