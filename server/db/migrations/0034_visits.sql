CREATE TABLE "visit" (
	"user_id" integer PRIMARY KEY NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL,
	"since" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;