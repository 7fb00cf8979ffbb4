/** Words of what will be served, which are fetched where a line of the plan is opened. */
export const service = {
  service: {
    make: 'Make',
    enough: 'enough on {p} of 100 such days',
    lost: 'A lost sale costs',
    away: 'a cup poured away',
    noPrices: 'By the chance of having enough that is bought for: a lost sale and a cup poured away want prices.',
    keptWhy: 'Of what is left, sold the next day',
    kept: { '0': 'none', '50': 'half', '90': 'nearly all' },
    take: 'Plan {n} cups',
  },
}
