CREATE TABLE "user_display" (
	"user_id" integer PRIMARY KEY NOT NULL,
	"units" text NOT NULL,
	"decimals" smallint NOT NULL,
	"gap" text NOT NULL,
	CONSTRAINT "user_display_units" CHECK ("user_display"."units" in ('whole', 'thousands', 'millions', 'automatic')),
	CONSTRAINT "user_display_decimals" CHECK ("user_display"."decimals" between 0 and 2),
	CONSTRAINT "user_display_gap" CHECK ("user_display"."gap" in ('amount', 'percent'))
);
--> statement-breakpoint
ALTER TABLE "user_display" ADD CONSTRAINT "user_display_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE cascade ON UPDATE no action;