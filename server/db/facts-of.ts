/**
 * Every id that a fact brought, with its kind, out of the rows themselves: for businesses that are older than the table
 * `fact`. Where one id was used twice, the first kind named here keeps it.
 */
export const FACTS_OF_ROWS = `INSERT IGNORE INTO fact (id, kind)
  SELECT id, kind FROM (
    SELECT id, IF(kind = 'received', 'lot', 'made-lot') AS kind, 1 AS turn FROM lot
    UNION ALL SELECT id, 'press', 2 FROM press
    UNION ALL SELECT id, 'lot-event', 3 FROM lot_event
    UNION ALL SELECT id, 'price', 4 FROM price
    UNION ALL SELECT DISTINCT list_id, 'price-list', 5 FROM price WHERE list_id IS NOT NULL
  ) brought ORDER BY turn`

/** Presses of fruit that was counted and not weighed, for businesses that are older than the column that says so. */
export const PRESSES_OF_COUNTED =
  'UPDATE press p JOIN lot l ON l.id = p.lot_id SET p.weighed = FALSE WHERE l.weighed = FALSE'
