import { computed } from 'vue'
import { createI18n } from 'vue-i18n'
import { addWords } from '../../app/i18n/merge'

// Words that only some pages need come while the page is already there.
describe('words that are fetched', () => {
  const i18n = createI18n({
    legacy: false,
    locale: 'es',
    fallbackLocale: 'en',
    messages: { es: { hatch: { ice: 'hielo' } } },
  })
  const { global } = i18n
  const said = computed(() => [global.t('hatch.ice'), global.t('hatch.pitcher')])
  it('are said wherever they were asked for before they came, beside those that were there', () => {
    jest.spyOn(console, 'warn').mockImplementation(() => undefined)
    expect(said.value).toEqual(['hielo', 'hatch.pitcher'])
    addWords(global, 'es', [{ hatch: { pitcher: 'jarra' } }])
    expect(said.value).toEqual(['hielo', 'jarra'])
  })
})
