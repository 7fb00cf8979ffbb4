/** Words of a week, which are fetched where it is opened. */
export const week = {
  week: {
    title: 'Seven days from {day}',
    why: 'As if nothing stood on the shelf, and in the first order that goes: fruit, preps and hands of each day are at the most what stands here.',
    before: 'Earlier',
    after: 'Later',
    busy: 'Working it out.',
    empty: 'Nothing is planned for these days.',
    stand: 'stand',
    ice: 'ice',
    hands: 'hands',
    first: 'first hand',
    fridge: 'cold at the most',
    'does-not-fit': 'does not fit',
    'no-hours': 'no hours',
    without: 'without {list}',
    preps: 'Preps, made once for all',
    prep: 'prep',
    made: 'made',
    amount: 'amount',
    for: 'for',
  },
}
