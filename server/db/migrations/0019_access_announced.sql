-- Servers keep who is signed in for a moment; whatever may end or change that is told to all of them.
CREATE FUNCTION announce_access() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN PERFORM pg_notify('iron_ladder_access', ''); RETURN NULL; END $$;
--> statement-breakpoint
CREATE TRIGGER "session_announced" AFTER UPDATE OR DELETE ON "session" FOR EACH ROW EXECUTE FUNCTION announce_access();
--> statement-breakpoint
-- Not its last use, which is noted all day.
CREATE TRIGGER "access_token_announced" AFTER UPDATE OF "user_id", "hash", "revoked_at" OR DELETE ON "access_token" FOR EACH ROW EXECUTE FUNCTION announce_access();
--> statement-breakpoint
CREATE TRIGGER "app_user_announced" AFTER UPDATE OR DELETE ON "app_user" FOR EACH ROW EXECUTE FUNCTION announce_access();
