import { paperOf } from '#core/region'
import { useSession } from '~/stores/session'

/** Sheets are printed on the paper of the region, with room at their edges. */
export default defineNuxtPlugin({
  name: 'olvex-paper',
  dependsOn: ['pinia'],
  setup() {
    const session = useSession()
    const sheet = new CSSStyleSheet()
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet]
    watch(
      () => session.region,
      (region) => sheet.replaceSync(`@page { size: ${paperOf(region)} portrait; margin: 12mm }`),
      { immediate: true },
    )
  },
})
