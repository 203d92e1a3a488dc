CREATE TABLE "deal_line" (
	"deal_id" bigint NOT NULL,
	"position" integer NOT NULL,
	"salesperson_id" integer NOT NULL,
	"product_id" integer NOT NULL,
	"quantity" bigint NOT NULL,
	"credited" bigint NOT NULL,
	"cost" bigint,
	CONSTRAINT "deal_line_deal_id_position_salesperson_id_pk" PRIMARY KEY("deal_id","position","salesperson_id")
);
--> statement-breakpoint
ALTER TABLE "deal_line" ADD CONSTRAINT "deal_line_deal_id_deal_id_fk" FOREIGN KEY ("deal_id") REFERENCES "public"."deal"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal_line" ADD CONSTRAINT "deal_line_salesperson_id_unit_id_fk" FOREIGN KEY ("salesperson_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deal_line" ADD CONSTRAINT "deal_line_product_id_product_id_fk" FOREIGN KEY ("product_id") REFERENCES "public"."product"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "deal_line_product" ON "deal_line" USING btree ("product_id","deal_id");--> statement-breakpoint
CREATE FUNCTION line_share(credited_to numeric, amount_to numeric, amount_of numeric, share_to numeric, currency text) RETURNS numeric
  LANGUAGE sql STABLE AS $$
  SELECT CASE WHEN amount_of <> 0 THEN round(credited_to * amount_to / amount_of)
    -- Lines that cancel out have no rate of their own.
    WHEN currency = (SELECT c.currency FROM company c) THEN round(share_to * amount_to / 10000) ELSE 0 END
$$;--> statement-breakpoint
CREATE FUNCTION derive_deal_lines(ids bigint[]) RETURNS void LANGUAGE sql AS $$
  DELETE FROM deal_line WHERE deal_id = ANY(ids);
  INSERT INTO deal_line (deal_id, position, salesperson_id, product_id, quantity, credited, cost)
  WITH line AS (
    SELECT d.id, d.credited, d.credited_cost, d.currency, l.at::int - 1 AS position,
      coalesce(p.merged_into, p.id) AS product_id, (l.value->>'quantity')::bigint AS quantity,
      round((l.value->>'quantity')::numeric * (l.value->>'unitPrice')::numeric / 1000) AS amount,
      round((l.value->>'quantity')::numeric * (l.value->>'unitCost')::numeric / 1000) AS cost
    FROM deal d CROSS JOIN LATERAL jsonb_array_elements(d.lines) WITH ORDINALITY l(value, at)
      JOIN product p ON p.id = (l.value->>'productId')::int
    WHERE d.id = ANY(ids) AND jsonb_typeof(d.lines) = 'array'
  ), upto AS (
    SELECT line.*, sum(amount) OVER so_far AS amount_to, sum(amount) OVER (PARTITION BY id) AS amount_of,
      sum(cost) OVER so_far AS cost_to,
      CASE WHEN count(cost) OVER (PARTITION BY id) = count(*) OVER (PARTITION BY id)
        THEN sum(cost) OVER (PARTITION BY id) END AS cost_of
    FROM line WINDOW so_far AS (PARTITION BY id ORDER BY position)
  ), person AS (
    SELECT c.deal_id, c.salesperson_id, c.position, sum(c.credited) OVER so_far AS credited_to,
      c.credited, c.cost, sum(c.cost) OVER so_far AS cost_to,
      sum(c.basis_points) OVER so_far AS share_to, c.basis_points
    FROM deal_credit c WHERE c.deal_id = ANY(ids)
      WINDOW so_far AS (PARTITION BY c.deal_id ORDER BY c.position)
    UNION ALL
    SELECT d.id, d.salesperson_id, 0, d.credited, d.credited, d.credited_cost, d.credited_cost, 10000, 10000
    FROM deal d WHERE d.id = ANY(ids) AND NOT EXISTS (SELECT FROM deal_credit c WHERE c.deal_id = d.id)
  ), reached AS (
    -- What a person and all before them have of a line and all before it, rounded once: its
    -- differences add up over lines and over people.
    SELECT u.id, u.position, k.salesperson_id, u.product_id,
      CASE WHEN k.position = 0 THEN u.quantity ELSE 0 END AS quantity,
      line_share(k.credited_to, u.amount_to, u.amount_of, k.share_to, u.currency) AS reached_both,
      line_share(k.credited_to, u.amount_to - u.amount, u.amount_of, k.share_to, u.currency) AS lines_before,
      line_share(k.credited_to - k.credited, u.amount_to, u.amount_of, k.share_to - k.basis_points, u.currency) AS people_before,
      line_share(k.credited_to - k.credited, u.amount_to - u.amount, u.amount_of, k.share_to - k.basis_points, u.currency) AS neither,
      k.cost_to, k.cost,
      CASE WHEN coalesce(u.cost_of, 0) <> 0 THEN u.cost_to / u.cost_of
        WHEN u.amount_of <> 0 THEN u.amount_to / u.amount_of ELSE 1 END AS cost_share,
      CASE WHEN coalesce(u.cost_of, 0) <> 0 THEN (u.cost_to - u.cost) / u.cost_of
        WHEN u.amount_of <> 0 THEN (u.amount_to - u.amount) / u.amount_of
        WHEN u.position = 0 THEN 0 ELSE 1 END AS cost_share_before
    FROM upto u JOIN person k ON k.deal_id = u.id
  )
  SELECT id, position, salesperson_id, product_id, quantity, reached_both - lines_before - people_before + neither,
    round(cost_to * cost_share) - round(cost_to * cost_share_before)
      - round((cost_to - cost) * cost_share) + round((cost_to - cost) * cost_share_before)
  FROM reached;
$$;--> statement-breakpoint
CREATE FUNCTION derive_changed_deal() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  -- Who changes many derives them together.
  IF coalesce(current_setting('iron_ladder.derives_lines', true), '') <> 'later' THEN
    PERFORM derive_deal_lines(ARRAY[NEW.id]);
  END IF;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER deal_lines_of_new AFTER INSERT ON deal FOR EACH ROW WHEN (NEW.lines IS NOT NULL)
  EXECUTE FUNCTION derive_changed_deal();--> statement-breakpoint
CREATE TRIGGER deal_lines_of_changed AFTER UPDATE OF lines, amount, currency, credited, credited_cost, salesperson_id ON deal
  FOR EACH ROW WHEN (NEW.lines IS NOT NULL OR OLD.lines IS NOT NULL) EXECUTE FUNCTION derive_changed_deal();--> statement-breakpoint
CREATE FUNCTION derive_changed_credits() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE ids bigint[];
BEGIN
  IF coalesce(current_setting('iron_ladder.derives_lines', true), '') <> 'later' THEN
    SELECT array_agg(DISTINCT c.deal_id) INTO ids FROM changed c JOIN deal d ON d.id = c.deal_id WHERE d.lines IS NOT NULL;
    IF ids IS NOT NULL THEN PERFORM derive_deal_lines(ids); END IF;
  END IF;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER deal_lines_of_new_credits AFTER INSERT ON deal_credit REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION derive_changed_credits();--> statement-breakpoint
CREATE TRIGGER deal_lines_of_gone_credits AFTER DELETE ON deal_credit REFERENCING OLD TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION derive_changed_credits();--> statement-breakpoint
CREATE TRIGGER deal_lines_of_changed_credits AFTER UPDATE ON deal_credit REFERENCING NEW TABLE AS changed
  FOR EACH STATEMENT EXECUTE FUNCTION derive_changed_credits();--> statement-breakpoint
CREATE FUNCTION derive_merged_product() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE ids bigint[];
BEGIN
  SELECT array_agg(DISTINCT deal_id) INTO ids FROM deal_line WHERE product_id IN (NEW.id, OLD.merged_into);
  IF ids IS NOT NULL THEN PERFORM derive_deal_lines(ids); END IF;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER deal_lines_of_merged AFTER UPDATE OF merged_into ON product
  FOR EACH ROW WHEN (NEW.merged_into IS DISTINCT FROM OLD.merged_into) EXECUTE FUNCTION derive_merged_product();--> statement-breakpoint
SELECT derive_deal_lines(array_agg(id)) FROM deal WHERE lines IS NOT NULL;
