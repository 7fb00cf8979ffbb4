import { en as vuetifyEn, es as vuetifyEs } from 'vuetify/locale'

export const LOCALES = ['en', 'es'] as const
export type Locale = (typeof LOCALES)[number]

/** The messages of one language: only the one that is read is fetched. */
export async function messagesOf(locale: Locale): Promise<Record<string, never>> {
  const made =
    locale === 'es'
      ? { ...(await import('./es')).es, $vuetify: vuetifyEs }
      : { ...(await import('./en')).en, $vuetify: vuetifyEn }
  return made as unknown as Record<string, never>
}
