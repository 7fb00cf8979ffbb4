import { defineVuetifyConfiguration } from 'vuetify-nuxt-module/custom-configuration'

// Shape, density, type and colour once, here; components say nothing of them.
const field = {
  variant: 'outlined' as const,
  density: 'comfortable' as const,
  color: 'ink',
  rounded: 'lg',
  hideDetails: 'auto' as const,
}

// A list is there at once: while it grows, an item that is pressed is no longer under the finger when it lets go, and
// the choice is lost.
const choice = { ...field, transition: false as const, menuProps: { contentClass: 'ox-menu' } }

export default defineVuetifyConfiguration({
  icons: { defaultSet: 'mdi-svg' },
  theme: {
    defaultTheme: 'day',
    themes: {
      day: {
        dark: false,
        colors: {
          background: '#F5F0E3',
          surface: '#FFFDF8',
          ink: '#15302B',
          primary: '#1C6B52',
          secondary: '#EFE8D6',
          zest: '#E2A100',
          hibiscus: '#A3274F',
          ice: '#BFDDE3',
          error: '#A3274F',
          warning: '#A3274F',
          info: '#15302B',
          success: '#1C6B52',
          'on-background': '#15302B',
          'on-surface': '#15302B',
          'on-primary': '#FFFDF8',
          'on-secondary': '#15302B',
        },
        variables: {
          'hover-opacity': 0.06,
          'focus-opacity': 0.08,
          'border-opacity': 0.4,
          'high-emphasis-opacity': 1,
          'medium-emphasis-opacity': 0.78,
        },
      },
    },
  },
  defaults: {
    global: { ripple: false, elevation: 0 },
    VBtn: { variant: 'flat', rounded: 'lg', height: 48, color: 'secondary' },
    VTextField: field,
    VTextarea: field,
    VDateInput: field,
    VDatePicker: { color: 'primary', elevation: 0 },
    VSelect: choice,
    VCombobox: choice,
    VAutocomplete: choice,
    VMenu: { transition: false, contentClass: 'ox-menu' },
    VDialog: { maxWidth: 640, scrim: '#15302B', transition: 'fade-transition' },
    VCard: { rounded: 'xl', elevation: 0 },
    VList: { elevation: 0, bgColor: 'surface' },
    VSwitch: { color: 'primary', inset: true, hideDetails: true },
  },
})
