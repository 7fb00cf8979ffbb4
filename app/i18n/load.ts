import { en as vuetifyEn, es as vuetifyEs } from 'vuetify/locale'

export const LOCALES = ['en', 'es'] as const
export type Locale = (typeof LOCALES)[number]

/** What a list says that has nothing by a name. */
const NOTHING_FOUND = {
  en: 'Nothing by that name. Try fewer letters, or another word for it.',
  es: 'Nada con ese nombre. Prueba con menos letras o con otra palabra.',
} as const

/** The messages of one language: only the one that is read is fetched. */
export async function messagesOf(locale: Locale): Promise<Record<string, never>> {
  const made =
    locale === 'es'
      ? { ...(await import('./es')).es, $vuetify: { ...vuetifyEs, noDataText: NOTHING_FOUND.es } }
      : { ...(await import('./en')).en, $vuetify: { ...vuetifyEn, noDataText: NOTHING_FOUND.en } }
  return made as unknown as Record<string, never>
}
