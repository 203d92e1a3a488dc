CREATE TABLE "set_apart" (
	"kind" text NOT NULL,
	"left_id" bigint NOT NULL,
	"right_id" bigint NOT NULL,
	"user_id" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "set_apart_kind_left_id_right_id_pk" PRIMARY KEY("kind","left_id","right_id")
);
--> statement-breakpoint
ALTER TABLE "set_apart" ADD CONSTRAINT "set_apart_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;