/** Words of the list in the shop, which are fetched where it is opened. */
export const shop = {
  shop: {
    title: 'In the shop',
    empty: 'There is nothing to buy for this day.',
    done: 'All of it is taken in.',
    left: '{n} thing left. | {n} things left.',
    bought: 'Bought',
    paid: 'Paid for it',
    sure: 'It is so',
    takeIn: 'Take in {n} thing | Take in {n} things',
    takenIn: 'Taken in',
    clear: 'Clear this',
  },
}
