import { FACTS_OF_ROWS, PRESSES_OF_COUNTED } from '../facts-of'

/**
 * One DDL statement each, safe to run again after half-failing. Append only. A release adds first; what is not used any
 * more is taken away a release later, by a migration whose name ends with `-from-` and the number of the first release
 * that does without.
 */
export interface Migration {
  name: string
  sql: string
}

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin'
const KEY = 'VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin'
/** Names people typed: accents tell words apart (pina is not piña), letter case does not. */
const NAME = 'VARCHAR(80) COLLATE utf8mb4_uca1400_as_ci'
/** SHA-256 of a content, in hexadecimal. */
const HASH = 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin'
const AMOUNT = 'DECIMAL(14,4)'
const AT = 'DATETIME(6)'
const TOLD = 'told INT UNSIGNED NOT NULL DEFAULT 0'
const table = (name: string, columns: string): string =>
  `CREATE TABLE IF NOT EXISTS \`${name}\` (${columns}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`

/** What one process at a time does, on whichever machine: there before anything else is, as migrating is leased too. */
export const LEASE_TABLE = table(
  'lease',
  `name VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin PRIMARY KEY,
    holder VARCHAR(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, until ${AT} NOT NULL`,
)

export const MIGRATIONS: readonly Migration[] = [
  {
    name: '0001-business',
    sql: table('business', `id ${ID} PRIMARY KEY, name ${NAME} NOT NULL, created_at ${AT} NOT NULL`),
  },
  {
    name: '0002-stand',
    sql: table(
      'stand',
      `id ${ID} PRIMARY KEY, name ${NAME} NOT NULL, time_zone VARCHAR(60) NOT NULL,
        labour_eur_per_h ${AMOUNT} NOT NULL, loss_share ${AMOUNT} NOT NULL, mass_step_g ${AMOUNT} NOT NULL,
        volume_step_ml ${AMOUNT} NOT NULL, version INT NOT NULL`,
    ),
  },
  {
    name: '0003-person',
    sql: table(
      'person',
      `id ${ID} PRIMARY KEY, name ${NAME} NOT NULL, login VARCHAR(60) COLLATE utf8mb4_bin NOT NULL UNIQUE,
        password_hash VARCHAR(255) NOT NULL, role ENUM('crew','lead','owner') NOT NULL, locale ENUM('en','es') NOT NULL,
        active BOOLEAN NOT NULL, version INT NOT NULL`,
    ),
  },
  {
    name: '0004-session',
    sql: table(
      'session',
      `id ${ID} PRIMARY KEY, person_id ${ID} NOT NULL REFERENCES person(id), created_at ${AT} NOT NULL,
        expires_at ${AT} NOT NULL, revoked_at ${AT} NULL`,
    ),
  },
  {
    name: '0005-sign-in-attempt',
    sql: table(
      'sign_in_attempt',
      `id BIGINT AUTO_INCREMENT PRIMARY KEY, account VARCHAR(60) COLLATE utf8mb4_bin NOT NULL,
        address VARCHAR(64) NOT NULL, at ${AT} NOT NULL, succeeded BOOLEAN NOT NULL, KEY by_account (account, at),
        KEY by_address (address, at)`,
    ),
  },
  {
    name: '0006-ingredient',
    sql: table(
      'ingredient',
      `\`key\` ${KEY} PRIMARY KEY, name ${NAME} NULL, like_key ${KEY} NOT NULL, kind VARCHAR(20) NOT NULL,
        version INT NOT NULL`,
    ),
  },
  {
    name: '0007-price',
    sql: table(
      'price',
      `id ${ID} PRIMARY KEY, ingredient_key ${KEY} NOT NULL REFERENCES ingredient(\`key\`),
        pack_price_eur DECIMAL(12,4) NOT NULL, pack_g ${AMOUNT} NOT NULL, since ${AT} NOT NULL,
        source ENUM('typed','receipt') NOT NULL, lot_id ${ID} NULL, person_id ${ID} NOT NULL,
        KEY latest (ingredient_key, since)`,
    ),
  },
  {
    name: '0008-cup',
    sql: table(
      'cup',
      `id ${ID} PRIMARY KEY, name ${NAME} NOT NULL, capacity_ml ${AMOUNT} NOT NULL, fill_line_ml ${AMOUNT} NOT NULL,
        cup_eur ${AMOUNT} NOT NULL, lid_eur ${AMOUNT} NOT NULL, straw_eur ${AMOUNT} NOT NULL, version INT NOT NULL`,
    ),
  },
  {
    name: '0009-vessel',
    sql: table(
      'vessel',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), name ${NAME} NOT NULL,
        capacity_ml ${AMOUNT} NOT NULL, heat_proof BOOLEAN NOT NULL, version INT NOT NULL`,
    ),
  },
  {
    name: '0010-lot',
    sql: table(
      'lot',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id),
        ingredient_key ${KEY} NOT NULL REFERENCES ingredient(\`key\`),
        kind ENUM('received','pressed','by-product') NOT NULL, part VARCHAR(20) NULL, supplier VARCHAR(200) NULL,
        count INT NULL, unit ENUM('g','mL') NOT NULL, amount ${AMOUNT} NOT NULL, cost_eur ${AMOUNT} NULL,
        at ${AT} NOT NULL, person_id ${ID} NOT NULL, confirmed JSON NOT NULL, KEY by_stand (stand_id, at)`,
    ),
  },
  {
    name: '0011-movement',
    sql: table(
      'movement',
      `id ${ID} PRIMARY KEY, lot_id ${ID} NOT NULL REFERENCES lot(id), amount ${AMOUNT} NOT NULL,
        kind ENUM('receive','press-out','press-in','pour-out') NOT NULL, source_id ${ID} NOT NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL, KEY by_lot (lot_id, amount)`,
    ),
  },
  {
    name: '0012-press',
    sql: table(
      'press',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), lot_id ${ID} NOT NULL REFERENCES lot(id),
        juice_lot_id ${ID} NOT NULL REFERENCES lot(id), ingredient_key ${KEY} NOT NULL, taken_g ${AMOUNT} NOT NULL,
        trimmed_g ${AMOUNT} NULL, juice_ml ${AMOUNT} NOT NULL, juice_g ${AMOUNT} NOT NULL,
        juice_unit ENUM('mL','g') NOT NULL, method VARCHAR(30) NOT NULL, minutes ${AMOUNT} NULL,
        fruit_cost_eur ${AMOUNT} NULL, cost_basis ENUM('measured','estimated') NOT NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL, confirmed JSON NOT NULL, KEY by_stand (stand_id, at),
        KEY by_fruit (ingredient_key, at)`,
    ),
  },
  {
    name: '0013-recipe',
    sql: table(
      'recipe',
      `id ${ID} PRIMARY KEY, kind ENUM('drink','prep') NOT NULL, name ${NAME} NOT NULL, shipped VARCHAR(40) NULL,
        family VARCHAR(20) NOT NULL, draft JSON NOT NULL, sell_eur ${AMOUNT} NULL, version INT NOT NULL,
        created_at ${AT} NOT NULL`,
    ),
  },
  {
    name: '0014-recipe-version',
    sql: table(
      'recipe_version',
      `id ${ID} PRIMARY KEY, recipe_id ${ID} NOT NULL REFERENCES recipe(id), number INT NOT NULL,
        document JSON NOT NULL, preps JSON NOT NULL, composition JSON NOT NULL, core_version VARCHAR(20) NOT NULL,
        figures JSON NOT NULL, person_id ${ID} NOT NULL, signed_at ${AT} NOT NULL,
        UNIQUE KEY one_number (recipe_id, number)`,
    ),
  },
  {
    name: '0015-recipe-use',
    sql: table(
      'recipe_use',
      `recipe_id ${ID} NOT NULL REFERENCES recipe(id), item_key ${KEY} NOT NULL, PRIMARY KEY (recipe_id, item_key),
        KEY by_item (item_key)`,
    ),
  },
  {
    name: '0016-plan-line',
    sql: table(
      'plan_line',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), day DATE NOT NULL,
        recipe_id ${ID} NOT NULL REFERENCES recipe(id), cups INT NOT NULL, version INT NOT NULL,
        UNIQUE KEY one_line (stand_id, day, recipe_id)`,
    ),
  },
  {
    name: '0017-change',
    sql: table(
      'change_row',
      `seq BIGINT AUTO_INCREMENT PRIMARY KEY, entity VARCHAR(30) NOT NULL, entity_id ${KEY} NOT NULL,
        \`before\` JSON NULL, \`after\` JSON NULL, at ${AT} NOT NULL, person_id ${ID} NOT NULL,
        idempotency_key VARCHAR(80) NULL, KEY by_entity (entity, entity_id), KEY by_at (at)`,
    ),
  },
  {
    name: '0018-idempotency-key',
    sql: table(
      'idempotency_key',
      `person_id ${ID} NOT NULL, \`key\` VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
        request_hash CHAR(64) NOT NULL, reply JSON NULL, at ${AT} NOT NULL, PRIMARY KEY (person_id, \`key\`),
        KEY by_at (at)`,
    ),
  },
  {
    name: '0019-fact-void',
    sql: table(
      'fact_void',
      `id ${ID} PRIMARY KEY, entity ENUM('lot','press') NOT NULL, fact_id ${ID} NOT NULL, sign TINYINT NOT NULL,
        reason VARCHAR(200) NULL, at ${AT} NOT NULL, person_id ${ID} NOT NULL, KEY by_fact (fact_id, sign)`,
    ),
  },
  {
    name: '0020-movement-void',
    sql: "ALTER TABLE movement MODIFY kind ENUM('receive','press-out','press-in','pour-out','void','restore') NOT NULL",
  },
  { name: '0021-movement-by-source', sql: 'ALTER TABLE movement ADD INDEX IF NOT EXISTS by_source (source_id)' },
  { name: '0022-person-pin', sql: 'ALTER TABLE person ADD COLUMN IF NOT EXISTS pin_hash VARCHAR(255) NULL' },
  {
    name: '0023-session-place',
    sql: `ALTER TABLE session ADD COLUMN IF NOT EXISTS device_id ${ID} NULL,
      ADD COLUMN IF NOT EXISTS agent VARCHAR(200) NULL, ADD COLUMN IF NOT EXISTS seen_at ${AT} NULL`,
  },
  {
    name: '0024-device',
    sql: table(
      'device',
      `id ${ID} PRIMARY KEY, name ${NAME} NOT NULL, secret_hash CHAR(64) NOT NULL, person_id ${ID} NOT NULL,
        enrolled_at ${AT} NOT NULL, revoked_at ${AT} NULL`,
    ),
  },
  {
    name: '0025-setting',
    sql: table('setting', 'name VARCHAR(40) PRIMARY KEY, value JSON NOT NULL, version INT NOT NULL'),
  },
  { name: '0026-sign-in-gate', sql: table('sign_in_gate', 'bucket INT PRIMARY KEY') },
  { name: '0027-sign-in-gates', sql: 'INSERT IGNORE INTO sign_in_gate (bucket) SELECT seq FROM seq_0_to_63' },
  { name: '0028-ingredient-own', sql: 'ALTER TABLE ingredient ADD COLUMN IF NOT EXISTS own JSON NULL' },
  // How a delivery came, where it stands, and what is known of it; a kept by-product has a place, a use and a last day.
  {
    name: '0029-lot-details',
    sql: `ALTER TABLE lot ADD COLUMN IF NOT EXISTS weighed BOOLEAN NOT NULL DEFAULT TRUE,
      ADD COLUMN IF NOT EXISTS crates INT NULL, ADD COLUMN IF NOT EXISTS market_eur ${AMOUNT} NULL,
      ADD COLUMN IF NOT EXISTS place ENUM('room','cold') NULL, ADD COLUMN IF NOT EXISTS seen JSON NULL,
      ADD COLUMN IF NOT EXISTS use_by DATE NULL, ADD COLUMN IF NOT EXISTS use_for VARCHAR(200) NULL,
      ADD COLUMN IF NOT EXISTS source_id ${ID} NULL`,
  },
  // Whether anything is left: kept by every movement, so that the shelf is found without summing three years of them.
  { name: '0030-lot-open', sql: 'ALTER TABLE lot ADD COLUMN IF NOT EXISTS open BOOLEAN NOT NULL DEFAULT TRUE' },
  { name: '0031-lot-shelf', sql: 'ALTER TABLE lot ADD INDEX IF NOT EXISTS shelf (stand_id, open, at)' },
  {
    name: '0032-lot-open-now',
    sql: 'UPDATE lot SET open = FALSE WHERE (SELECT COALESCE(SUM(m.amount), 0) FROM movement m WHERE m.lot_id = lot.id) < 0.01',
  },
  {
    name: '0033-press-details',
    sql: `ALTER TABLE press ADD COLUMN IF NOT EXISTS tool VARCHAR(60) NULL,
      ADD COLUMN IF NOT EXISTS fruit_temp ENUM('cold','room','warm') NULL, ADD COLUMN IF NOT EXISTS hands INT NULL,
      ADD COLUMN IF NOT EXISTS spilled_ml ${AMOUNT} NULL, ADD COLUMN IF NOT EXISTS by_cost_eur ${AMOUNT} NULL,
      ADD COLUMN IF NOT EXISTS market_cost_eur ${AMOUNT} NULL, ADD COLUMN IF NOT EXISTS parts JSON NULL,
      ADD COLUMN IF NOT EXISTS seen JSON NULL`,
  },
  {
    name: '0034-press-by-stand-fruit',
    sql: 'ALTER TABLE press ADD INDEX IF NOT EXISTS by_stand_fruit (stand_id, ingredient_key, at)',
  },
  {
    name: '0035-lot-event',
    sql: table(
      'lot_event',
      `id ${ID} PRIMARY KEY, lot_id ${ID} NOT NULL REFERENCES lot(id),
        kind ENUM('look','clean','garnish','discard','sort') NOT NULL, amount_g ${AMOUNT} NULL, body JSON NOT NULL,
        at ${AT} NOT NULL, person_id ${ID} NOT NULL, KEY by_lot (lot_id, kind, at)`,
    ),
  },
  {
    name: '0036-movement-event',
    sql: "ALTER TABLE movement MODIFY kind ENUM('receive','press-out','press-in','pour-out','void','restore','garnish','discard','sort-out','sort-in') NOT NULL",
  },
  { name: '0037-fact-void-event', sql: "ALTER TABLE fact_void MODIFY entity ENUM('lot','press','lot-event') NOT NULL" },
  {
    name: '0038-press-mark',
    sql: table(
      'press_mark',
      `press_id ${ID} PRIMARY KEY, left_out BOOLEAN NOT NULL, reason VARCHAR(200) NULL, version INT NOT NULL`,
    ),
  },
  { name: '0039-ingredient-handling', sql: 'ALTER TABLE ingredient ADD COLUMN IF NOT EXISTS handling JSON NULL' },
  {
    name: '0040-price-supplier',
    sql: `ALTER TABLE price ADD COLUMN IF NOT EXISTS supplier VARCHAR(200) NULL,
      ADD COLUMN IF NOT EXISTS list_id ${ID} NULL, MODIFY source ENUM('typed','receipt','list') NOT NULL`,
  },
  { name: '0041-lot-source', sql: 'ALTER TABLE lot ADD INDEX IF NOT EXISTS by_source (source_id)' },
  // Used-up deliveries, newest first, without wading through the juice between them.
  { name: '0042-lot-received', sql: 'ALTER TABLE lot ADD INDEX IF NOT EXISTS by_kind (stand_id, kind, at)' },
  { name: '0043-stand-bench', sql: 'ALTER TABLE stand ADD COLUMN IF NOT EXISTS bench VARCHAR(120) NULL' },
  // The shelf is read kind by kind: open juice never stands between it and the fruit.
  {
    name: '0044-lot-shelf-kind',
    sql: 'ALTER TABLE lot ADD INDEX IF NOT EXISTS shelf_kind (stand_id, kind, open, at), DROP INDEX IF EXISTS shelf',
  },
  // Closes what a tablet has not sent of a person: see the interface's vault.
  {
    name: '0045-person-seal',
    sql: 'ALTER TABLE person ADD COLUMN IF NOT EXISTS seal VARCHAR(44) CHARACTER SET ascii COLLATE ascii_bin NULL',
  },
  // Tags of lists: the newest change of a kind, and how many of the last ones are of it, by the index alone.
  { name: '0046-change-by-tag', sql: 'ALTER TABLE change_row ADD INDEX IF NOT EXISTS by_tag (entity, seq)' },
  // One id is one fact of one kind: every fact writes here first.
  {
    name: '0047-fact',
    sql: table(
      'fact',
      `id ${ID} PRIMARY KEY, kind ENUM('lot','made-lot','press','lot-event','price','price-list') NOT NULL`,
    ),
  },
  { name: '0048-fact-of-rows', sql: FACTS_OF_ROWS },
  // Scales forgave a tenth of a gram, and some lots ended that far below nothing: their last take took a hair less.
  {
    name: '0049-lot-rests',
    sql: `UPDATE movement m JOIN (SELECT lot_id, SUM(amount) AS rest, SUBSTRING_INDEX(GROUP_CONCAT(IF(amount < 0, id, NULL)
      ORDER BY at DESC, id DESC), ',', 1) AS last_take FROM movement GROUP BY lot_id HAVING rest < 0
      AND rest >= -0.1) below ON m.id = below.last_take SET m.amount = m.amount - below.rest`,
  },
  // What energy costs here, and how a guest drinks: the last sip of every cup rests on it.
  {
    name: '0050-stand-energy-sip',
    sql: `ALTER TABLE stand ADD COLUMN IF NOT EXISTS electricity_eur_per_kwh DECIMAL(12,4) NULL,
      ADD COLUMN IF NOT EXISTS gas_eur_per_kwh DECIMAL(12,4) NULL,
      ADD COLUMN IF NOT EXISTS room_c ${AMOUNT} NOT NULL DEFAULT 25,
      ADD COLUMN IF NOT EXISTS sip_min ${AMOUNT} NOT NULL DEFAULT 20`,
  },
  // What standards are evaluated from: documents and ingredient rows as of sign-off, each once by its content.
  {
    name: '0051-snapshot',
    sql: table(
      'snapshot',
      `hash ${HASH} PRIMARY KEY, kind ENUM('ingredient','recipe') NOT NULL, content JSON NOT NULL`,
    ),
  },
  // Standards that were signed before are filled once, from what was stored with them: `fill-snapshots.ts`.
  {
    name: '0052-standard-snapshot',
    sql: `ALTER TABLE recipe_version ADD COLUMN IF NOT EXISTS snapshot ${HASH} NULL REFERENCES snapshot(hash),
      ADD COLUMN IF NOT EXISTS filled BOOLEAN NOT NULL DEFAULT FALSE, MODIFY composition JSON NULL`,
  },
  // Juice goes down by hand too: used, spilled, thrown.
  {
    name: '0053-movement-use-spill',
    sql: "ALTER TABLE movement MODIFY kind ENUM('receive','press-out','press-in','pour-out','void','restore','garnish','discard','sort-out','sort-in','use','spill') NOT NULL",
  },
  {
    name: '0054-lot-event-use-spill',
    sql: "ALTER TABLE lot_event MODIFY kind ENUM('look','clean','garnish','discard','sort','use','spill') NOT NULL",
  },
  // What was hashed of a request: what a release read out of it, or what was sent, which is the same for every release.
  {
    name: '0055-idempotency-hash-of',
    sql: "ALTER TABLE idempotency_key ADD COLUMN IF NOT EXISTS hash_of ENUM('read','sent') NOT NULL DEFAULT 'read'",
  },
  // A press of fruit that was only counted says so itself, and is learned from by nobody.
  {
    name: '0056-press-weighed',
    sql: 'ALTER TABLE press ADD COLUMN IF NOT EXISTS weighed BOOLEAN NOT NULL DEFAULT TRUE',
  },
  { name: '0057-press-of-counted', sql: PRESSES_OF_COUNTED },
  // Fruit that was peeled is a lot of its own, and remembers what it weighed as it was purchased.
  {
    name: '0058-lot-peeled',
    sql: `ALTER TABLE lot MODIFY kind ENUM('received','pressed','by-product','peeled') NOT NULL,
      ADD COLUMN IF NOT EXISTS purchased_g ${AMOUNT} NULL`,
  },
  // A press of several lots, and of fruit with water: where its fruit came from, and the base that came of it.
  {
    name: '0059-press-takes-base',
    sql: `ALTER TABLE press ADD COLUMN IF NOT EXISTS takes JSON NULL, ADD COLUMN IF NOT EXISTS base JSON NULL,
      ADD COLUMN IF NOT EXISTS base_key VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin NULL,
      ADD INDEX IF NOT EXISTS press_base (base_key, at)`,
  },
  // Peeling is a fact of its own.
  {
    name: '0060-movement-peel',
    sql: "ALTER TABLE movement MODIFY kind ENUM('receive','press-out','press-in','pour-out','void','restore','garnish','discard','sort-out','sort-in','use','spill','peel-out','peel-in') NOT NULL",
  },
  {
    name: '0061-lot-event-peel',
    sql: "ALTER TABLE lot_event MODIFY kind ENUM('look','clean','garnish','discard','sort','use','spill','peel') NOT NULL",
  },
  // Amounts of money are in the currency of the business, whatever that is: names say what was paid, not in what.
  {
    name: '0062-stand-money',
    sql: `ALTER TABLE stand RENAME COLUMN IF EXISTS labour_eur_per_h TO labour_per_h,
      RENAME COLUMN IF EXISTS electricity_eur_per_kwh TO electricity_per_kwh,
      RENAME COLUMN IF EXISTS gas_eur_per_kwh TO gas_per_kwh`,
  },
  { name: '0063-price-money', sql: 'ALTER TABLE price RENAME COLUMN IF EXISTS pack_price_eur TO pack_price' },
  {
    name: '0064-lot-money',
    sql: `ALTER TABLE lot RENAME COLUMN IF EXISTS cost_eur TO cost,
      RENAME COLUMN IF EXISTS market_eur TO market_cost`,
  },
  {
    name: '0065-press-money',
    sql: `ALTER TABLE press RENAME COLUMN IF EXISTS fruit_cost_eur TO fruit_cost,
      RENAME COLUMN IF EXISTS by_cost_eur TO by_cost, RENAME COLUMN IF EXISTS market_cost_eur TO market_cost`,
  },
  {
    name: '0066-cup-money',
    sql: `ALTER TABLE cup RENAME COLUMN IF EXISTS cup_eur TO cup_price, RENAME COLUMN IF EXISTS lid_eur TO lid_price,
      RENAME COLUMN IF EXISTS straw_eur TO straw_price`,
  },
  { name: '0067-recipe-money', sql: 'ALTER TABLE recipe RENAME COLUMN IF EXISTS sell_eur TO sell_price' },
  // A lot is of any item: an ingredient, a version of a recipe, or goods; in g, mL or pieces.
  { name: '0068-lot-of-any-item', sql: 'ALTER TABLE lot DROP FOREIGN KEY IF EXISTS lot_ibfk_2' },
  { name: '0069-lot-item-key', sql: 'ALTER TABLE lot RENAME COLUMN IF EXISTS ingredient_key TO item_key' },
  {
    name: '0070-lot-item-kind',
    sql: `ALTER TABLE lot ADD COLUMN IF NOT EXISTS item_kind ENUM('ingredient','version','goods') NOT NULL DEFAULT 'ingredient',
      MODIFY kind ENUM('received','pressed','by-product','peeled','pack') NOT NULL,
      MODIFY unit ENUM('g','mL','pieces') NOT NULL`,
  },
  // What kinds there are is the code's to know: a new one needs no change here.
  { name: '0071-lot-kind', sql: 'ALTER TABLE lot MODIFY kind VARCHAR(20) NOT NULL' },
  { name: '0072-movement-kind', sql: 'ALTER TABLE movement MODIFY kind VARCHAR(20) NOT NULL' },
  { name: '0073-lot-event-kind', sql: 'ALTER TABLE lot_event MODIFY kind VARCHAR(20) NOT NULL' },
  { name: '0074-fact-void-entity', sql: 'ALTER TABLE fact_void MODIFY entity VARCHAR(20) NOT NULL' },
  { name: '0075-fact-kind', sql: 'ALTER TABLE fact MODIFY kind VARCHAR(20) NOT NULL' },
  // Where the business is, and what it counts in. All there was before counted in euro.
  {
    name: '0076-business-region',
    sql: `ALTER TABLE business ADD COLUMN IF NOT EXISTS currency CHAR(3) NOT NULL DEFAULT 'EUR',
      ADD COLUMN IF NOT EXISTS region CHAR(2) NOT NULL DEFAULT 'IE',
      ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1`,
  },
  // Numbers went by the owner's language: where that was Spanish, they stay as they were.
  {
    name: '0077-region-as-spoken',
    sql: `UPDATE business SET region = 'ES'
      WHERE (SELECT locale FROM person WHERE role = 'owner' ORDER BY id LIMIT 1) = 'es'`,
  },
  {
    name: '0078-stand-units',
    sql: `ALTER TABLE stand ADD COLUMN IF NOT EXISTS units VARCHAR(10) NOT NULL DEFAULT 'metric',
      ADD COLUMN IF NOT EXISTS ounces VARCHAR(10) NULL, MODIFY labour_per_h ${AMOUNT} NULL`,
  },
  // Makings of preps: batches that were begun and ended by one fact.
  {
    name: '0079-batch',
    sql: table(
      'batch',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), recipe_id ${ID} NOT NULL REFERENCES recipe(id),
        version_id ${ID} NOT NULL REFERENCES recipe_version(id), lot_id ${ID} NOT NULL REFERENCES lot(id),
        state VARCHAR(20) NOT NULL, out_unit VARCHAR(2) NOT NULL, out_g ${AMOUNT} NOT NULL, out_ml ${AMOUNT} NOT NULL,
        times ${AMOUNT} NOT NULL, minutes ${AMOUNT} NULL, standard_min ${AMOUNT} NOT NULL, hands INT NULL,
        uses JSON NOT NULL, cost ${AMOUNT} NULL, cost_basis VARCHAR(10) NOT NULL, seen JSON NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL, confirmed JSON NOT NULL, KEY by_stand (stand_id, at), KEY by_recipe (recipe_id, at)`,
    ),
  },
  // What stood at a stand held its drinks, which are sour.
  {
    name: '0080-vessel-acid-proof',
    sql: 'ALTER TABLE vessel ADD COLUMN IF NOT EXISTS acid_proof BOOLEAN NOT NULL DEFAULT TRUE',
  },
  // Burners, ovens, jars and fridges.
  {
    name: '0081-equipment',
    sql: table(
      'equipment',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), kind VARCHAR(20) NOT NULL,
        name VARCHAR(80) NOT NULL, power_w ${AMOUNT} NULL, capacity_ml ${AMOUNT} NULL, version INT NOT NULL`,
    ),
  },
  {
    name: '0082-stand-count-preps',
    sql: "ALTER TABLE stand ADD COLUMN IF NOT EXISTS count_preps VARCHAR(10) NOT NULL DEFAULT 'standard'",
  },
  // What was added to taste, one after the other.
  { name: '0083-batch-added', sql: 'ALTER TABLE batch ADD COLUMN IF NOT EXISTS added JSON NULL' },
  // What “limón” means here; asked once.
  { name: '0084-stand-limon', sql: 'ALTER TABLE stand ADD COLUMN IF NOT EXISTS limon VARCHAR(10) NULL' },
  // What is said of a drink on its sheet, and whether it is off the menu for good.
  {
    name: '0085-recipe-note',
    sql: `ALTER TABLE recipe ADD COLUMN IF NOT EXISTS note VARCHAR(600) NOT NULL DEFAULT '',
      ADD COLUMN IF NOT EXISTS retired BOOLEAN NOT NULL DEFAULT FALSE`,
  },
  // The text that a drink came from, series of small jugs, pots that were corrected.
  {
    name: '0086-drink-work',
    sql: table(
      'drink_work',
      `id ${ID} PRIMARY KEY, recipe_id ${ID} NOT NULL REFERENCES recipe(id), stand_id ${ID} NOT NULL REFERENCES stand(id),
        kind VARCHAR(20) NOT NULL, body JSON NOT NULL, version INT NOT NULL, person_id ${ID} NOT NULL, at ${AT} NOT NULL,
        KEY by_recipe (recipe_id, at)`,
    ),
  },
  // Which standard a stand pours, where that is not the newest, and what it does not pour.
  {
    name: '0087-stand-use',
    sql: table(
      'stand_use',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), recipe_id ${ID} NOT NULL REFERENCES recipe(id),
        version_id ${ID} NULL REFERENCES recipe_version(id), is_served BOOLEAN NOT NULL, version INT NOT NULL,
        UNIQUE KEY one_of_each (stand_id, recipe_id)`,
    ),
  },
  // When a stand opens on a day, and who is there before it.
  {
    name: '0088-service-day',
    sql: table(
      'service_day',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), day DATE NOT NULL, opens_at VARCHAR(5) NOT NULL,
        closes_at VARCHAR(5) NOT NULL, shifts JSON NOT NULL, version INT NOT NULL, UNIQUE KEY one_a_day (stand_id, day)`,
    ),
  },
  // Cups in other sizes, and what is expected to be sold.
  {
    name: '0089-plan-line-service',
    sql: `ALTER TABLE plan_line ADD COLUMN IF NOT EXISTS sizes JSON NULL, ADD COLUMN IF NOT EXISTS expected INT NULL,
      ADD COLUMN IF NOT EXISTS spread INT NULL`,
  },
  { name: '0090-stand-left', sql: `ALTER TABLE stand ADD COLUMN IF NOT EXISTS left_ml ${AMOUNT} NOT NULL DEFAULT 0` },
  // What was ticked of a day's clock, and what was put elsewhere, for every tablet.
  {
    name: '0091-day-task',
    sql: table(
      'day_task',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), day DATE NOT NULL,
        task VARCHAR(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, state VARCHAR(10) NOT NULL,
        starts_at ${AT} NOT NULL, hands VARCHAR(80) NULL, version INT NOT NULL, UNIQUE KEY one_a_day (stand_id, day, task)`,
    ),
  },
  // A batch that is told step by step: what was planned of it, and what happened.
  {
    name: '0092-batch-run',
    sql: table(
      'batch_run',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), recipe_id ${ID} NULL REFERENCES recipe(id),
        version_id ${ID} NULL REFERENCES recipe_version(id), name ${NAME} NOT NULL, day DATE NULL,
        making VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin NULL, planned JSON NOT NULL, whole JSON NULL,
        times ${AMOUNT} NOT NULL, vessel JSON NULL, open BOOLEAN NOT NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL REFERENCES person(id), KEY of_stand (stand_id, at), KEY under_way (stand_id, open)`,
    ),
  },
  {
    name: '0093-batch-event',
    sql: table(
      'batch_event',
      `id ${ID} PRIMARY KEY, run_id ${ID} NOT NULL REFERENCES batch_run(id), kind VARCHAR(20) NOT NULL, body JSON NOT NULL,
        lot_id ${ID} NULL REFERENCES lot(id), took ${AMOUNT} NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL REFERENCES person(id), confirmed JSON NOT NULL, KEY of_run (run_id, at)`,
    ),
  },
  {
    name: '0094-batch-of-run',
    sql: `ALTER TABLE batch ADD COLUMN IF NOT EXISTS run_id ${ID} NULL REFERENCES batch_run(id),
      ADD COLUMN IF NOT EXISTS made JSON NULL`,
  },
  // Scales, with what they take at once and what they tell apart.
  {
    name: '0095-equipment-scale',
    sql: `ALTER TABLE equipment ADD COLUMN IF NOT EXISTS capacity_g ${AMOUNT} NULL, ADD COLUMN IF NOT EXISTS step_g ${AMOUNT} NULL`,
  },
  // The hatch: vessels in service, what happens to them, and cups that were poured.
  {
    name: '0096-hold',
    sql: table(
      'hold',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), recipe_id ${ID} NOT NULL REFERENCES recipe(id),
        version_id ${ID} NOT NULL REFERENCES recipe_version(id), vessel JSON NOT NULL, way VARCHAR(20) NOT NULL,
        control VARCHAR(10) NOT NULL, wash_min INT NOT NULL, w_per_k ${AMOUNT} NOT NULL, room_c ${AMOUNT} NOT NULL,
        open BOOLEAN NOT NULL, at ${AT} NOT NULL, person_id ${ID} NOT NULL REFERENCES person(id),
        KEY of_stand (stand_id, at), KEY in_service (stand_id, open)`,
    ),
  },
  {
    name: '0097-hold-event',
    sql: table(
      'hold_event',
      `id ${ID} PRIMARY KEY, hold_id ${ID} NOT NULL REFERENCES hold(id), kind VARCHAR(20) NOT NULL, body JSON NOT NULL,
        lot_id ${ID} NULL REFERENCES lot(id), took ${AMOUNT} NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL REFERENCES person(id), confirmed JSON NOT NULL, KEY of_hold (hold_id, at)`,
    ),
  },
  {
    name: '0098-pour',
    sql: table(
      'pour',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), hold_id ${ID} NULL REFERENCES hold(id),
        recipe_id ${ID} NOT NULL REFERENCES recipe(id), version_id ${ID} NOT NULL REFERENCES recipe_version(id),
        cup_id ${ID} NULL REFERENCES cup(id), drink_ml ${AMOUNT} NOT NULL, cups INT NOT NULL, options JSON NOT NULL,
        source VARCHAR(10) NOT NULL, uses JSON NOT NULL, touched_s JSON NOT NULL,
        retold INT NOT NULL, sale_id VARCHAR(120) NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL REFERENCES person(id), KEY of_stand (stand_id, at), KEY of_hold (hold_id, at),
        UNIQUE KEY one_sale (stand_id, sale_id)`,
    ),
  },
  {
    name: '0099-sold-out',
    sql: table(
      'sold_out',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), recipe_id ${ID} NOT NULL REFERENCES recipe(id),
        version_id ${ID} NOT NULL REFERENCES recipe_version(id), at ${AT} NOT NULL, back_at ${AT} NULL,
        is_gone BOOLEAN NOT NULL, person_id ${ID} NOT NULL REFERENCES person(id), KEY of_stand (stand_id, at)`,
    ),
  },
  // What keeps safe what stands at the hatch: the cold, unless the owner wrote down how time does.
  {
    name: '0100-stand-hold-control',
    sql: "ALTER TABLE stand ADD COLUMN IF NOT EXISTS hold_control VARCHAR(10) NOT NULL DEFAULT 'cold'",
  },
  // How the file of a stand's till is read.
  {
    name: '0101-till',
    sql: table('till', `id ${ID} PRIMARY KEY REFERENCES stand(id), body JSON NOT NULL, version INT NOT NULL`),
  },
  // What the till took for its cups.
  { name: '0102-pour-paid', sql: `ALTER TABLE pour ADD COLUMN IF NOT EXISTS paid ${AMOUNT} NULL` },
  // What was on on a day, and whether it is closed.
  {
    name: '0103-day-note',
    sql: table(
      'day_note',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), day DATE NOT NULL, tags JSON NOT NULL,
        closed BOOLEAN NOT NULL, version INT NOT NULL, UNIQUE KEY one_note (stand_id, day)`,
    ),
  },
  // What other cups of a drink than the usual one are sold at.
  { name: '0104-recipe-size-prices', sql: 'ALTER TABLE recipe ADD COLUMN IF NOT EXISTS size_prices JSON NULL' },
  // A till posts its sales with a secret of its own, for its stand.
  {
    name: '0105-device-stand',
    sql: `ALTER TABLE device ADD COLUMN IF NOT EXISTS stand_id ${ID} NULL REFERENCES stand(id)`,
  },
  // What a till sold under a name that nobody said anything of yet.
  { name: '0106-till-asked', sql: 'ALTER TABLE till ADD COLUMN IF NOT EXISTS asked JSON NULL' },
  // Tax on top of a price, and what of the price may go into a cup.
  {
    name: '0107-stand-tax-share',
    sql: `ALTER TABLE stand ADD COLUMN IF NOT EXISTS tax_share ${AMOUNT} NOT NULL DEFAULT 0`,
  },
  {
    name: '0108-stand-cost-share',
    sql: `ALTER TABLE stand ADD COLUMN IF NOT EXISTS cost_share ${AMOUNT} NOT NULL DEFAULT 0.25`,
  },
  // Blind tests, what was said in them, and what tongues have learned.
  {
    name: '0109-panel',
    sql: table(
      'panel',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), kind VARCHAR(20) NOT NULL,
        purpose VARCHAR(20) NOT NULL, asked VARCHAR(20) NULL, samples JSON NOT NULL, servings JSON NOT NULL,
        cup_ml ${AMOUNT} NOT NULL, code CHAR(6) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL REFERENCES person(id), KEY of_stand (stand_id, at), KEY by_code (code, at)`,
    ),
  },
  {
    name: '0110-panel-event',
    sql: table(
      'panel_event',
      `id ${ID} PRIMARY KEY, panel_id ${ID} NOT NULL REFERENCES panel(id), kind VARCHAR(20) NOT NULL, seat INT NULL,
        secret_hash ${HASH} NULL, body JSON NOT NULL, at ${AT} NOT NULL, person_id ${ID} NULL REFERENCES person(id),
        KEY of_panel (panel_id, at)`,
    ),
  },
  {
    name: '0111-training',
    sql: table(
      'training',
      `id ${ID} PRIMARY KEY, stand_id ${ID} NOT NULL REFERENCES stand(id), tells VARCHAR(20) NOT NULL,
        unit VARCHAR(10) NOT NULL, answers JSON NOT NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL REFERENCES person(id), KEY of_person (stand_id, person_id, at)`,
    ),
  },
  // Sums of cups over months read the index alone.
  {
    name: '0112-pour-sums',
    sql: `ALTER TABLE pour ADD INDEX IF NOT EXISTS of_sums (stand_id, at, recipe_id, source, cups),
      DROP INDEX IF EXISTS of_stand`,
  },
  // What waits for a blind test: a batch, or a series of small jugs.
  { name: '0113-panel-about', sql: 'ALTER TABLE panel ADD COLUMN IF NOT EXISTS about JSON NULL' },
  // What cups were called and guessed to be, beside what they were.
  { name: '0114-training-named', sql: 'ALTER TABLE training ADD COLUMN IF NOT EXISTS named JSON NULL' },
  // Where somebody works who does not work everywhere.
  { name: '0115-person-stands', sql: 'ALTER TABLE person ADD COLUMN IF NOT EXISTS stands JSON NULL' },
  // A stand that serves no more; what happened there stays.
  {
    name: '0116-stand-closed',
    sql: 'ALTER TABLE stand ADD COLUMN IF NOT EXISTS closed BOOLEAN NOT NULL DEFAULT FALSE',
  },
  // Whose a change is: the stand's, or the business'.
  { name: '0117-change-stand', sql: `ALTER TABLE change_row ADD COLUMN IF NOT EXISTS stand_id ${ID} NULL` },
  {
    name: '0118-stand-of-changes',
    sql: `UPDATE change_row SET stand_id = IF(entity = 'stand', entity_id,
        COALESCE(JSON_VALUE(\`after\`, '$.standId'), JSON_VALUE(\`before\`, '$.standId')))
      WHERE stand_id IS NULL AND (entity = 'stand' OR \`after\` LIKE '%standId%' OR \`before\` LIKE '%standId%')`,
  },
  // What was sent to a stand is there: once.
  {
    name: '0119-arrival',
    sql: table(
      'arrival',
      `id ${ID} PRIMARY KEY, send_id ${ID} NOT NULL REFERENCES lot_event(id), stand_id ${ID} NOT NULL REFERENCES stand(id),
        amount ${AMOUNT} NOT NULL, temp_c ${AMOUNT} NULL, at ${AT} NOT NULL,
        person_id ${ID} NOT NULL REFERENCES person(id), UNIQUE KEY of_send (send_id), KEY of_stand (stand_id, at)`,
    ),
  },
  // Where something was sent to: what is on its way to a stand is found by it.
  {
    name: '0120-sent-to',
    sql: `ALTER TABLE lot_event ADD COLUMN IF NOT EXISTS to_stand_id ${ID} NULL,
      ADD INDEX IF NOT EXISTS by_target (to_stand_id, at)`,
  },
  // What one process at a time does, on whichever machine: who holds it, and until when.
  { name: '0121-lease', sql: LEASE_TABLE },
  // Rows that bound what is told of them count how often that was: see `boundingRows`.
  { name: '0122-lot-told', sql: `ALTER TABLE lot ADD COLUMN IF NOT EXISTS ${TOLD}` },
  { name: '0123-lot-event-told', sql: `ALTER TABLE lot_event ADD COLUMN IF NOT EXISTS ${TOLD}` },
  { name: '0124-batch-run-told', sql: `ALTER TABLE batch_run ADD COLUMN IF NOT EXISTS ${TOLD}` },
  { name: '0125-hold-told', sql: `ALTER TABLE hold ADD COLUMN IF NOT EXISTS ${TOLD}` },
  { name: '0126-pour-told', sql: `ALTER TABLE pour ADD COLUMN IF NOT EXISTS ${TOLD}` },
  { name: '0127-fact-told', sql: `ALTER TABLE fact ADD COLUMN IF NOT EXISTS ${TOLD}` },
  { name: '0128-panel-told', sql: `ALTER TABLE panel ADD COLUMN IF NOT EXISTS ${TOLD}` },
  { name: '0129-business-told', sql: `ALTER TABLE business ADD COLUMN IF NOT EXISTS ${TOLD}` },
  { name: '0130-sign-in-gate-told', sql: `ALTER TABLE sign_in_gate ADD COLUMN IF NOT EXISTS ${TOLD}` },
  { name: '0131-person-told', sql: `ALTER TABLE person ADD COLUMN IF NOT EXISTS ${TOLD}` },
  // A lease names where its holder is reached.
  {
    name: '0132-lease-holder',
    sql: 'ALTER TABLE lease MODIFY holder VARCHAR(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL',
  },
  // When a change came in, by the clock of the database: those of two servers may differ.
  {
    name: '0133-change-came',
    sql: `ALTER TABLE change_row ADD COLUMN IF NOT EXISTS came_at ${AT} NOT NULL DEFAULT CURRENT_TIMESTAMP(6),
      ADD INDEX IF NOT EXISTS by_came (came_at)`,
  },
  // What changed last at one of many stands.
  {
    name: '0134-change-by-stand',
    sql: `ALTER TABLE change_row ADD INDEX IF NOT EXISTS by_stand_tag (entity, stand_id, seq),
      ADD INDEX IF NOT EXISTS by_stand (stand_id, seq)`,
  },
  // What a cup is sold at here and nowhere else.
  { name: '0135-use-prices', sql: 'ALTER TABLE stand_use ADD COLUMN IF NOT EXISTS own_prices JSON NULL' },
  // Where a tablet lies on which crew sign in by PIN: it shows those who work there.
  { name: '0136-tablet-stand', sql: `ALTER TABLE device ADD COLUMN IF NOT EXISTS tablet_stand_id ${ID} NULL` },
  // A stand closes empty: what comes to it is told of it, see 0122.
  { name: '0137-stand-told', sql: `ALTER TABLE stand ADD COLUMN IF NOT EXISTS ${TOLD}` },
  // What is on its way is found among all that was ever sent. A server of an earlier release says of nothing that it
  // arrived: whoever asks looks at the arrivals all the same.
  {
    name: '0138-arrived',
    sql: `ALTER TABLE lot_event ADD COLUMN IF NOT EXISTS arrived TINYINT(1) NOT NULL DEFAULT 0,
      ADD INDEX IF NOT EXISTS on_its_way (arrived, to_stand_id, at)`,
  },
  {
    name: '0139-arrived-of-all',
    sql: 'UPDATE lot_event e JOIN arrival a ON a.send_id = e.id SET e.arrived = 1 WHERE e.arrived = 0',
  },
  { name: '0140-arrival-by-time', sql: 'ALTER TABLE arrival ADD INDEX IF NOT EXISTS by_time (at, send_id)' },
  // What became of lots and batches on some days, among years of them.
  { name: '0141-lot-event-by-time', sql: 'ALTER TABLE lot_event ADD INDEX IF NOT EXISTS by_time (kind, at)' },
  { name: '0142-batch-event-by-time', sql: 'ALTER TABLE batch_event ADD INDEX IF NOT EXISTS by_time (kind, at)' },
  // The latest makings of each recipe, among years of them.
  {
    name: '0143-batch-by-recipe',
    sql: 'ALTER TABLE batch ADD INDEX IF NOT EXISTS by_stand_recipe (stand_id, recipe_id, at)',
  },
]

/** What the server asks of the database before it says it is ready. */
export const SCHEMA_NUMBER = MIGRATIONS.length
