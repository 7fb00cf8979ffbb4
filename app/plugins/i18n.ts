import { createI18n } from 'vue-i18n'
import { createVueI18nAdapter } from 'vuetify/locale/adapters/vue-i18n'
import { useI18n } from 'vue-i18n'
import { messagesOf, type Locale } from '~/i18n/load'
import { matches, wordsOf } from '~/utils/words'

function firstLocale(): Locale {
  const kept = localStorage.getItem('olvex-locale')
  if (kept === 'en' || kept === 'es') return kept
  return navigator.language.toLowerCase().startsWith('es') ? 'es' : 'en'
}

export default defineNuxtPlugin({
  name: 'olvex-i18n',
  enforce: 'pre',
  async setup(nuxtApp) {
    const locale = firstLocale()
    const i18n = createI18n({
      legacy: false,
      locale,
      fallbackLocale: 'en',
      missingWarn: false,
      fallbackWarn: false,
      messages: { [locale]: await messagesOf(locale) },
    })
    nuxtApp.vueApp.use(i18n)
    nuxtApp.hook('vuetify:before-create', ({ vuetifyOptions }) => {
      // What is chosen from a list is found as people type it, wherever there is one.
      Object.assign(vuetifyOptions.defaults!.VAutocomplete!, {
        customFilter: (title: string, query: string, item?: { value?: unknown }) =>
          matches(query, title, wordsOf(String(item?.value ?? ''))),
      })
      vuetifyOptions.locale = { adapter: createVueI18nAdapter({ i18n, useI18n } as never) }
    })
    document.documentElement.lang = i18n.global.locale.value
    watch(i18n.global.locale, (l) => {
      document.documentElement.lang = l
      localStorage.setItem('olvex-locale', l)
    })
  },
})
