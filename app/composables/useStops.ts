import { useI18n } from 'vue-i18n'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useMake } from '~/stores/make'
import { usePlan } from '~/stores/plan'
import { usePreps } from '~/stores/preps'
import { useServe } from '~/stores/serve'

export interface Stop {
  key: string
  path: string
  figure: string
}

/** The work in the order it is done, each stop with one live figure. */
export function useStops() {
  const { t } = useI18n()
  const { n, amount } = useFormat()
  const fruit = useFruit()
  const drinks = useDrinks()
  const plan = usePlan()
  const preps = usePreps()
  const make = useMake()
  const serve = useServe()
  return computed((): Stop[] => [
    {
      key: 'fruit',
      path: '/fruit',
      figure: !fruit.ready
        ? ''
        : fruit.ripening
          ? t('line.fruitRipening', { kg: amount(fruit.kgOnHand, 'kg', 1), n: fruit.ripening })
          : t('line.fruit', { kg: amount(fruit.kgOnHand, 'kg', 1) }),
    },
    {
      key: 'preps',
      path: '/preps',
      figure: !drinks.ready
        ? ''
        : preps.short.length
          ? t('line.prepsShort', { n: preps.short.length }, preps.short.length)
          : t('line.preps', { n: preps.shelf.length }, preps.shelf.length),
    },
    {
      key: 'drinks',
      path: '/drinks',
      figure: drinks.ready ? t('line.drinks', { n: drinks.drinks.length }, drinks.drinks.length) : '',
    },
    { key: 'plan', path: '/plan', figure: t('line.plan', { n: n(plan.cupsToday) }, plan.cupsToday) },
    {
      key: 'make',
      path: '/make',
      figure: make.underWay.length ? t('line.makeUnderWay', { n: make.underWay.length }, make.underWay.length) : '',
    },
    {
      key: 'serve',
      path: '/serve',
      figure: serve.open.length ? t('line.serve', { n: serve.cupsToday }, serve.cupsToday) : '',
    },
    { key: 'count', path: '/count', figure: '' },
    { key: 'taste', path: '/taste', figure: '' },
  ])
}
