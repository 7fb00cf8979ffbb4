import { SPILLED_AS } from '#core/hold/event'
import { CAUSES } from '#core/variance'
import type { CountSheet } from '#shared/contract'
import type { ChosenDrink } from '~/composables/useChosen'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'
import { saveCsv } from '~/utils/save'

/** The tables of a sheet as files: numbers plain, each with its unit in the head line. */
export function useCountCsv(sheet: () => CountSheet | null, chosen: () => readonly ChosenDrink[]) {
  const { name } = useFormat()
  const drinks = useDrinks()
  const session = useSession()
  const drinkName = (id: string): string => drinks.byId.get(id)?.name ?? ''
  const fileName = (table: string): string => `${table}-${sheet()!.from}-${sheet()!.until}.csv`
  const cups = (s: CountSheet) => [
    ['day', 'drink', 'drink_mL', 'cups', 'source', ...(session.isOwner ? [`sales_${session.currency}`] : [])],
    ...s.cups.map((c) => [
      ...[c.day, drinkName(c.recipeId), c.drinkMl, c.cups, c.source],
      ...(session.isOwner ? [c.sales] : []),
    ]),
  ]
  const vessels = (s: CountSheet) => [
    [
      'day',
      'drink',
      'vessel',
      'poured_mL',
      ...SPILLED_AS.map((as) => `${as}_mL`),
      'thrown_mL',
      'left_mL',
      'not_explained_mL',
      'glasses',
    ],
    ...s.vessels.map((v) => [
      ...[
        v.day,
        drinkName(v.recipeId),
        v.name,
        v.pouredMl,
        ...SPILLED_AS.map((as) => v.apartMl[as]),
        v.thrownMl,
        v.leftMl,
        v.missingMl,
        v.got,
      ],
    ]),
  ]
  const things = (s: CountSheet) => [
    [
      ...['thing', 'wanted_g', 'used_g', 'wasted_g', 'not_explained_g', 'gave_g_per_kg', 'standard_g_per_kg'],
      ...(session.isOwner ? ['paid_per_kg', 'standard_per_kg', ...CAUSES].map((c) => `${c}_${session.currency}`) : []),
    ],
    ...s.accounts.map((a) => [
      ...[name(a.key), a.wantedG, a.usedG, a.wastedG, a.missingG, a.gave, a.gives],
      ...(session.isOwner ? [a.paidPerKg, a.standardPerKg, ...CAUSES.map((c) => a.causes?.[c] ?? null)] : []),
    ]),
  ]
  const inMoney = (names: readonly string[]): string[] =>
    session.isOwner ? names.map((c) => `${c}_${session.currency}`) : []
  const byDrink = (s: CountSheet) => [
    ['drink', 'cups', 'volume_mL', ...inMoney(['sales', 'tax', 'standard_cost', 'serving', 'more', 'left', ...CAUSES])],
    ...s.drinks.map((d) => [
      ...[drinkName(d.recipeId), d.cups, d.ml],
      ...(session.isOwner
        ? [d.sales, d.tax, d.standard, d.serving, d.more, d.earned, ...CAUSES.map((c) => d.causes?.[c] ?? null)]
        : []),
    ]),
  ]
  const parts = (s: CountSheet) => [
    ['drink', 'thing', 'wanted_g', 'used_g', ...inMoney(CAUSES)],
    ...s.drinks.flatMap((d) =>
      d.parts.map((p) => [
        ...[drinkName(d.recipeId), name(p.key), p.wantedG, p.usedG],
        ...(session.isOwner ? CAUSES.map((c) => p.causes?.[c] ?? null) : []),
      ]),
    ),
  ]
  const hours = (s: CountSheet) => [['hour_of_day', 'cups'], ...s.hours.map((h) => [h.hour, h.cups])]
  const soldOuts = (s: CountSheet) => [
    ['drink', 'sold_out_at', 'there_again_at'],
    ...s.soldOuts.map((x) => [drinkName(x.recipeId), x.at, x.backAt]),
  ]
  const guests = () => [
    ['drink', 'choice', 'cups', 'lowest_Bx', 'highest_Bx', 'mean_Bx', ...inMoney(['lowest', 'highest', 'mean'])],
    ...chosen().flatMap((d) =>
      d.choices.map((c) => [
        ...[d.name, c.options.map((o) => name(o)).join(' + '), c.cups, d.brix.low, d.brix.high, d.brix.mean],
        ...(session.isOwner ? [d.cost?.low ?? null, d.cost?.high ?? null, d.cost?.mean ?? null] : []),
      ]),
    ),
  ]
  const TABLES = { cups, vessels, drinks: byDrink, parts, things, guests, hours, soldOuts } as const
  type Name = keyof typeof TABLES
  function download(table: Name): void {
    const of = sheet()
    if (of) saveCsv(fileName(table), TABLES[table](of))
  }
  /** Those that have anything in them. */
  const tables = computed((): Name[] => {
    const of = sheet()
    if (!of || !session.mayPlan) return []
    return (Object.keys(TABLES) as Name[]).filter((name) => TABLES[name](of).length > 1)
  })
  return { download, tables }
}
