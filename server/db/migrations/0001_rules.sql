-- Rules that Drizzle has no words for.
CREATE EXTENSION IF NOT EXISTS btree_gist;
--> statement-breakpoint
-- A unit stands in one place at a time.
ALTER TABLE "membership" ADD CONSTRAINT "membership_one_place" EXCLUDE USING gist ("unit_id" WITH =, daterange("from_day", "to_day") WITH &&);
--> statement-breakpoint
-- One company.
CREATE UNIQUE INDEX "unit_one_company" ON "unit" ("kind") WHERE "kind" = 'company';
--> statement-breakpoint
INSERT INTO "ledger_state" ("id") VALUES (1);
--> statement-breakpoint
ALTER TABLE "ledger_state" ADD CONSTRAINT "ledger_state_is_one" CHECK ("id" = 1);
--> statement-breakpoint
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'The audit is append-only.';
END $$;
--> statement-breakpoint
CREATE TRIGGER "audit_append_only" BEFORE UPDATE OR DELETE ON "audit" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- Only salespeople own deals and credits.
CREATE FUNCTION require_salesperson() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM changed c JOIN "unit" u ON u.id = c.salesperson_id WHERE u.kind <> 'salesperson') THEN
    RAISE EXCEPTION 'Only a salesperson can own a deal.' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "deal_owner_inserted" AFTER INSERT ON "deal" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION require_salesperson();
--> statement-breakpoint
CREATE TRIGGER "deal_owner_updated" AFTER UPDATE ON "deal" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION require_salesperson();
--> statement-breakpoint
-- The shares of a split deal add up, to the deal and to 100 %, when the transaction ends.
CREATE FUNCTION check_credit() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM "deal" d JOIN "deal_credit" c ON c.deal_id = d.id WHERE d.id = NEW.deal_id
    GROUP BY d.id HAVING sum(c.basis_points) <> 10000 OR sum(c.credited) <> d.credited
  ) THEN
    RAISE EXCEPTION 'The credits of deal % do not add up.', NEW.deal_id USING ERRCODE = 'check_violation';
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER "deal_credit_adds_up" AFTER INSERT OR UPDATE ON "deal_credit" DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION check_credit();
--> statement-breakpoint
-- What the deals add up to, computed from scratch: the yardstick that totals are checked against.
CREATE VIEW "recomputed_total" AS
  SELECT salesperson_id, part, day, sum(amount)::bigint AS amount FROM (
    SELECT coalesce(c.salesperson_id, d.salesperson_id) AS salesperson_id, 'revenue' AS part, d.closed_on AS day, coalesce(c.credited, d.credited) AS amount
      FROM "deal" d LEFT JOIN "deal_credit" c ON c.deal_id = d.id WHERE d.status = 'won' AND d.voided_at IS NULL
    UNION ALL
    SELECT d.salesperson_id, 'won', d.closed_on, 1 FROM "deal" d WHERE d.status = 'won' AND d.voided_at IS NULL AND d.credited > 0
  ) parts GROUP BY salesperson_id, part, day HAVING sum(amount) <> 0;
--> statement-breakpoint
-- What the ledger says now: what is folded and what is still open.
CREATE VIEW "current_total" AS
  SELECT salesperson_id, part, day, sum(amount)::bigint AS amount FROM (
    SELECT salesperson_id, part, day, amount FROM "daily_total"
    UNION ALL
    SELECT salesperson_id, part, day, amount FROM "ledger_entry" WHERE NOT folded
  ) totals GROUP BY salesperson_id, part, day HAVING sum(amount) <> 0;
