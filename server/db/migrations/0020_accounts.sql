CREATE TABLE "account_link" (
	"hash" text PRIMARY KEY NOT NULL,
	"user_id" integer NOT NULL,
	"created_by" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "known_device" (
	"hash" text PRIMARY KEY NOT NULL,
	"user_id" integer NOT NULL,
	"used_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_in_failure" (
	"key" text PRIMARY KEY NOT NULL,
	"failures" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"wait_until" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "answered_request" ALTER COLUMN "key" SET DATA TYPE text;--> statement-breakpoint
ALTER TABLE "app_user" ALTER COLUMN "password_hash" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "access_token" ADD COLUMN "expires_at" timestamp with time zone NOT NULL DEFAULT now() + interval '90 days';--> statement-breakpoint
ALTER TABLE "access_token" ALTER COLUMN "expires_at" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "access_token" ADD COLUMN "can_write" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "answered_request" ADD COLUMN "body_hash" text;--> statement-breakpoint
ALTER TABLE "app_user" ADD COLUMN "last_signed_in_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "last_used_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "device" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "account_link" ADD CONSTRAINT "account_link_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account_link" ADD CONSTRAINT "account_link_created_by_app_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "known_device" ADD CONSTRAINT "known_device_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "account_link_user" ON "account_link" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "known_device_user" ON "known_device" USING btree ("user_id");--> statement-breakpoint
-- Not its last use, which is noted all day.
DROP TRIGGER "session_announced" ON "session";--> statement-breakpoint
CREATE TRIGGER "session_announced" AFTER UPDATE OF "user_id", "expires_at", "csrf" OR DELETE ON "session" FOR EACH ROW EXECUTE FUNCTION announce_access();--> statement-breakpoint
DROP TRIGGER "app_user_announced" ON "app_user";--> statement-breakpoint
CREATE TRIGGER "app_user_announced" AFTER UPDATE OF "email", "name", "password_hash", "role", "unit_id", "disabled_at" OR DELETE ON "app_user" FOR EACH ROW EXECUTE FUNCTION announce_access();
