/**
 * States of the deals in the table `touched`, as the SQL function `deal_record` gives one of them:
 * of many, who is credited is looked up once and not for each. Columns: id, row.
 */
export const TOUCHED_RECORDS = `
  select d.id, to_jsonb(d) || jsonb_build_object('credit', c.credit) as row
  from touched ch join deal d on d.id = ch.id left join (
    select k.deal_id, jsonb_agg(to_jsonb(k) order by k.position) as credit from deal_credit k
    where k.deal_id in (select id from touched) group by 1
  ) c on c.deal_id = d.id`;
