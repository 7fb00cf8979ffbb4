import { useI18n } from 'vue-i18n'
import { addWords } from '~/i18n/merge'

/** Words that only some pages need: the Lab's, templates, preps, a pasted recipe, work on a drink, the plan's pages. */
const FETCHED = {
  en: {
    lab: () => import('~/i18n/en/lab').then((m) => m.lab),
    templates: () => import('~/i18n/en/templates').then((m) => m.templates),
    preps: () => import('~/i18n/en/preps').then((m) => m.preps),
    paste: () => import('~/i18n/en/paste').then((m) => m.paste),
    balance: () => import('~/i18n/en/balance').then((m) => m.balance),
    clock: () => import('~/i18n/en/clock').then((m) => m.clock),
    service: () => import('~/i18n/en/service').then((m) => m.service),
    shop: () => import('~/i18n/en/shop').then((m) => m.shop),
    otherwise: () => import('~/i18n/en/otherwise').then((m) => m.otherwise),
    week: () => import('~/i18n/en/week').then((m) => m.week),
    make: () => import('~/i18n/en/make').then((m) => m.make),
    serve: () => import('~/i18n/en/serve').then((m) => m.serve),
    count: () => import('~/i18n/en/count').then((m) => m.count),
    taste: () => import('~/i18n/en/taste').then((m) => m.taste),
  },
  es: {
    lab: () => import('~/i18n/es/lab').then((m) => m.lab),
    templates: () => import('~/i18n/es/templates').then((m) => m.templates),
    preps: () => import('~/i18n/es/preps').then((m) => m.preps),
    paste: () => import('~/i18n/es/paste').then((m) => m.paste),
    balance: () => import('~/i18n/es/balance').then((m) => m.balance),
    clock: () => import('~/i18n/es/clock').then((m) => m.clock),
    service: () => import('~/i18n/es/service').then((m) => m.service),
    shop: () => import('~/i18n/es/shop').then((m) => m.shop),
    otherwise: () => import('~/i18n/es/otherwise').then((m) => m.otherwise),
    week: () => import('~/i18n/es/week').then((m) => m.week),
    make: () => import('~/i18n/es/make').then((m) => m.make),
    serve: () => import('~/i18n/es/serve').then((m) => m.serve),
    count: () => import('~/i18n/es/count').then((m) => m.count),
    taste: () => import('~/i18n/es/taste').then((m) => m.taste),
  },
} as const
type Words = keyof (typeof FETCHED)['en']

/** Fetches words in the language of the page, and again where that changes; whether they are there. */
export function useWords(...names: Words[]) {
  const i18n = useI18n({ useScope: 'global' })
  const ready = ref(false)
  watch(
    i18n.locale,
    async (to) => {
      const of = FETCHED[to === 'es' ? 'es' : 'en']
      addWords(i18n, to, await Promise.all(names.map((name) => of[name]())))
      ready.value = true
    },
    { immediate: true },
  )
  return ready
}
