import { defineVuetifyConfiguration } from 'vuetify-nuxt-module/custom-configuration'
import { looks } from './looks'

const theme = (name: keyof typeof looks) => {
  const { paper, sheet, ink, sap, onSap, fail, doubt, isDark } = looks[name]
  return {
    dark: isDark,
    colors: {
      'background': paper,
      'surface': sheet,
      'primary': sap,
      'on-primary': onSap,
      'error': fail,
      'warning': doubt,
      'on-background': ink,
      'on-surface': ink,
      'secondary': ink,
      'info': sap,
      'success': sap,
    },
    variables: { 'high-emphasis-opacity': 1, 'medium-emphasis-opacity': 0.82, 'border-opacity': 0.2 },
  }
}

/** The component library in the look of paper and ink. */
export default defineVuetifyConfiguration({
  theme: { defaultTheme: 'paper', themes: { paper: theme('paper'), dark: theme('dark'), sun: theme('sun') } },
  icons: { defaultSet: 'mdi-svg' },
  defaults: {
    global: { ripple: false },
    VBtn: { variant: 'outlined', rounded: 'sm', color: 'primary', height: 36 },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VFileInput: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VTextarea: {
      variant: 'outlined',
      density: 'compact',
      hideDetails: 'auto',
      color: 'primary',
      rows: 2,
      autoGrow: true,
    },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VAutocomplete: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VNumberInput: {
      variant: 'outlined',
      density: 'compact',
      hideDetails: 'auto',
      color: 'primary',
      controlVariant: 'split',
    },
    VDialog: { maxWidth: 560 },
    VDataTable: { density: 'compact', hover: true },
  },
})
