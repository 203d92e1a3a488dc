CREATE TABLE "outgoing_mail" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"kind" text NOT NULL,
	"user_id" integer,
	"address" text NOT NULL,
	"subject" text NOT NULL,
	"text" text,
	"html" text,
	"attachments" jsonb,
	"state" text DEFAULT 'waiting' NOT NULL,
	"attempts" integer DEFAULT 0 NOT NULL,
	"due_at" timestamp with time zone DEFAULT now() NOT NULL,
	"error" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"sent_at" timestamp with time zone,
	CONSTRAINT "outgoing_mail_state" CHECK ("outgoing_mail"."state" in ('waiting', 'sending', 'sent', 'failed'))
);
--> statement-breakpoint
ALTER TABLE "outgoing_mail" ADD CONSTRAINT "outgoing_mail_user_id_app_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."app_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "outgoing_mail_key" ON "outgoing_mail" USING btree ("key");--> statement-breakpoint
CREATE INDEX "outgoing_mail_due" ON "outgoing_mail" USING btree ("due_at") WHERE "outgoing_mail"."state" in ('waiting', 'sending');