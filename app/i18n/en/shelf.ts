/** Lots on the shelf, what a kilo yields, buying, and the bench. */
export const shelf = {
  feel: { firm: 'firm', ripe: 'ripe', soft: 'soft' },
  place: { room: 'at room temperature', cold: 'in the cold' },
  per: { kg: 'a kilo', piece: 'a piece', crate: 'a crate', all: 'for all of it' },
  byPart: { trim: 'trimmings', peel: 'peel', rind: 'rind', 'outer-skin': 'outer skin', core: 'core', crown: 'crown', ends: 'ends', seeds: 'seeds', pods: 'pods', stems: 'stems', shell: 'shell', flesh: 'flesh', pulp: 'pulp' },
  fruitTemp: { cold: 'cold', room: 'as the room', warm: 'warmed and rolled' },
  foam: { settled: 'settled', foamy: 'still on it' },
  reason: { soft: 'soft', mould: 'mould', cracked: 'cracked', damaged: 'knocked', old: 'too old', other: 'other' },
  season: { q1: 'January to March', q2: 'April to June', q3: 'July to September', q4: 'October to December' },
  keeping: { ripening: 'ripening, ready from {day}', waits: 'firm and cold: it ripens only at room temperature', ready: 'good until {day}', soon: 'use first, good until {day}', past: 'past its best since {day}: look, sort, use or throw away' },
  field: { when: 'When, if not now' },
  kept: { title: 'Kept from pressing', until: 'until {day}' },
  parts: { part: 'Part', weight: 'Weight', allOrG: 'Weight, or all of it', then: 'Then', keep: 'keep', throw: 'throw away', remove: 'Take {what} off the list', useFor: 'For what', useBy: 'Until when', place: 'Where', add: 'Add a part' },
  event: {
    routine: 'How', note: 'Note', initials: 'Initials', pieces: 'Whole fruit', perPiece: 'Pieces from each', garnishG: '{g} g of the lot, {each} g each', garnishes: '{n} garnishes', reason: 'Why',
    look: { do: 'Look', title: 'Look at the {fruit}', why: 'How it feels now, where it stands, and its Brix if a drop was read. Ripening gains softness, not always sugar: Brix is read, never assumed.', save: 'Write it down' },
    clean: { do: 'Clean', title: 'Clean the {fruit}', why: 'The usual way for this fruit. Ticked off with initials, it is a record, not a promise.', save: 'Cleaned' },
    garnish: { do: 'Garnish', title: 'Garnish from the {fruit}', why: 'Set aside before pressing, and counted against the lot.', save: 'Set aside' },
    sort: { do: 'Sort', title: 'Sort the {fruit}', why: 'Near its end: the outer skin goes, sound peel, core and flesh are kept for a use, and what is unsound is thrown away.', kg: 'Sorted through', rest: 'The rest, {g} g, is thrown away.', save: 'Sorted' },
    discard: { do: 'Throw away', title: 'Throw {fruit} away', why: 'It leaves the lot and stays in the books, with its reason.', kg: 'Thrown away', save: 'Thrown away' },
  },
  routine: {
    'citrus-peel': { name: 'Citrus whose peel is used', 1: 'Brush in hot water when the peel is used: wax comes off, or take unwaxed fruit.', 2: 'Rinse in potable water and dry.', 3: 'Clean hands, board and knife before the first cut.' },
    'soak-rinse': { name: 'Soak and rinse', 1: 'Warm water with a little vinegar, or a vinegar spray left two minutes.', 2: 'Rinse well in potable water.', 3: 'Clean hands, board and knife before the first cut.' },
    'root-brush': { name: 'Roots', 1: 'Soak, then brush off the earth: it hides in folds and ends.', 2: 'Rinse until the water stays clear.', 3: 'Cut off ends and green parts; clean hands, board and knife.' },
    'soft-fruit': { name: 'Soft fruit and berries', 1: 'Pick out what is crushed or mouldy, with what touches it.', 2: 'Rinse in cold potable water just before use, not earlier.', 3: 'Drain; clean hands and sieve.' },
    'melon-brush': { name: 'Fruit with a rind', 1: 'Brush the whole rind under running potable water: the knife carries what is on it inside.', 2: 'Dry before cutting.', 3: 'Cut fruit goes into the cold at once; clean hands, board and knife.' },
    'herb-rinse': { name: 'Herbs', 1: 'Take off what is wilted or slimy.', 2: 'Swim them in cold potable water, lift them out, and again until no sand is left: dirt hides in the leaves.', 3: 'Shake dry; clean hands, board and knife.' },
    windfall: { name: 'Given or picked up', 1: 'Throw away what is split, bitten or mouldy: it may have lain on the ground.', 2: 'Wash it twice in potable water, with a brush where the skin takes it.', 3: 'Cut out bruises with sound flesh around them; clean hands, board and knife.' },
  },
  story: {
    weighed: 'Weighed in, {kg} kg', counted: 'Counted in, {n} pieces taken as {kg} kg; not weighed', kept: 'Kept, {g} g', press: 'Pressed {kg} kg: {l} L, {mlPerKg} mL per kg, {method}{extra}', look: 'Looked at: {what}', clean: 'Cleaned, {who}', garnish: 'Garnish: {n} fruit, {g} g', discard: 'Thrown away, {kg} kg: {reason}{note}', sort: 'Sorted {kg} kg: {parts}',
  },
  lot: {
    back: 'All fruit', came: 'came {day}, {who}', left: 'left', paid: 'paid', market: 'at market price', brixThen: 'at the door', cleaned: 'Cleaned {day}, {who}.', notWeighed: 'Counted, not weighed: its kilos are the usual weight of a piece times the count.', becameTitle: 'What came of it', stillThere: 'still there', from: 'The lot it came from', storyTitle: 'What happened', storyOffline: 'No connection: only what this tablet knows.', offline: 'No connection, and this tablet has not seen this lot yet.',
  },
  handling: {
    title: 'How {fruit} is handled here', why: 'Empty fields are as usual. Days to ripe and to keep decide what is used first and what must be ordered when; shares decide what kept by-products carry of the cost, from the next press on.', pieceG: 'A piece weighs', daysToRipe: 'Firm until ripe', keepDaysRoom: 'Keeps, room', keepDaysCold: 'Keeps, cold', leadDays: 'Order ahead', days: 'days', usual: 'usually {v}', unknown: 'not known', share: 'Carries of the cost', addShare: 'A kept part carries cost',
  },
  buying: {
    open: 'Buying list', atChance: 'Enough in {p} of 100 such days.', title: 'Buying', for: 'For {day}', chance: 'Chance of having enough, %', chanceWhy: 'Lots differ. The surer it is to be, the more is bought: out of 100 such days, this many have enough.', more: 'Beside the plan', juice: 'Juice', add: 'Add', takeOff: 'Take off', empty: 'Nothing is planned for this day. Plan cups, or ask for litres of a juice here.', orderToday: 'Order today:', held: 'held, good then', packs: 'packs', loose: '{kg} kg loose', noPrice: 'no price known',
    now: 'needed today', by: 'order by {day}', byFirm: 'firm by {firm}, ripe by {ripe}', late: 'should have been ordered by {day}', unsure: 'Too little is known of {list} for this chance; the mean is taken.', noPacks: 'Packs and prices need the connection.', how: 'Kilos: litres divided by what the next lot gives at least, in {p} of 100 lots, from your own presses blended with the handbook while they are few. Packs: the cheapest whole ones of the price lists.', print: 'Print the list',
  },
  list: { open: 'Read a price list', why: 'CSV with a column for the name and one for the price; pack in kg, seller and date if there are any. Days are read day first (25/11/2026) or as 2026-11-25.', choose: 'File', supplier: 'From whom, if the list does not say', done: '{n} price put in. | {n} prices put in.', read: '{n} line can be read. | {n} lines can be read.', andMore: 'and {n} more', faults: '{n} line cannot be read and is left out: | {n} lines cannot be read and are left out:', line: 'Line {n}:', save: 'Put in {n} price | Put in {n} prices' },
  bench: { title: 'Devices of this stand', scale: 'scale', probe: 'probe', refractometer: 'refractometer', takes: 'takes the reading', measured: 'measured', state: { steady: 'steady', moving: 'moving', lost: 'no answer', flood: 'too much at once', 'unit-changed': 'unit changed' } },
}
