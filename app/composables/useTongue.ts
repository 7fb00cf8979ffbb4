import { useI18n } from 'vue-i18n'
import type { Threshold } from '#core/sensory'

/** What a tongue tells, in words. */
export function useTongue() {
  const { t } = useI18n({ useScope: 'global' })
  const { n } = useFormat()
  function tongue({ at, bound }: Threshold, unit: string, digits: number): string {
    if (at !== null) return t('taste.trainer.tells', { step: `${n(at, digits)} ${unit}` })
    return t(bound === 'below' ? 'taste.trainer.all' : 'taste.trainer.none')
  }
  return { tongue }
}
