-- A function that asks a table is called for each line and person; one that does not is written into
-- the query that uses it, which takes three quarters of the time.
CREATE FUNCTION line_share(credited_to numeric, amount_to numeric, amount_of numeric, share_to numeric, is_reporting boolean) RETURNS numeric
  LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN amount_of <> 0 THEN round(credited_to * amount_to / amount_of)
    -- Lines that cancel out have no rate of their own.
    WHEN is_reporting THEN round(share_to * amount_to / 10000) ELSE 0 END
$$;--> statement-breakpoint
CREATE OR REPLACE FUNCTION derive_deal_lines(ids bigint[]) RETURNS void LANGUAGE sql AS $$
  DELETE FROM deal_line WHERE deal_id = ANY(ids);
  INSERT INTO deal_line (deal_id, position, salesperson_id, product_id, quantity, credited, cost)
  WITH line AS (
    SELECT d.id, d.credited, d.credited_cost, d.currency = (SELECT c.currency FROM company c) AS is_reporting,
      l.at::int - 1 AS position,
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
      line_share(k.credited_to, u.amount_to, u.amount_of, k.share_to, u.is_reporting) AS reached_both,
      line_share(k.credited_to, u.amount_to - u.amount, u.amount_of, k.share_to, u.is_reporting) AS lines_before,
      line_share(k.credited_to - k.credited, u.amount_to, u.amount_of, k.share_to - k.basis_points, u.is_reporting) AS people_before,
      line_share(k.credited_to - k.credited, u.amount_to - u.amount, u.amount_of, k.share_to - k.basis_points, u.is_reporting) AS neither,
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
DROP FUNCTION line_share(numeric, numeric, numeric, numeric, text);
