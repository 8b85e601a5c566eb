import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

const light = {
  dark: false,
  colors: {
    background: '#FBF8F1',
    surface: '#FFFFFF',
    primary: '#16423C',
    secondary: '#835312',
    error: '#A8402D',
    success: '#3F6B32',
    warning: '#835312',
    info: '#16423C',
    'on-background': '#1C2A26',
    'on-surface': '#1C2A26',
    'on-primary': '#FFFFFF',
  },
  variables: {
    'high-emphasis-opacity': 1,
    'border-color': '#8C8574',
    'border-opacity': 0.35,
    'medium-emphasis-opacity': 0.78,
  },
}

const dark = {
  dark: true,
  colors: {
    background: '#121A18',
    surface: '#1A2522',
    primary: '#8FC7B5',
    secondary: '#DDB06A',
    error: '#EE9C8C',
    success: '#A5CE94',
    warning: '#DDB06A',
    info: '#8FC7B5',
    'on-background': '#ECE7DA',
    'on-surface': '#ECE7DA',
    'on-primary': '#10211D',
  },
  variables: { 'high-emphasis-opacity': 1, 'border-color': '#B9B29F', 'border-opacity': 0.28 },
}

/** Vuetify in Jeton's clothes: hairlines instead of shadows, corners of 10 px, its own two typefaces. */
export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: { defaultTheme: 'system', themes: { light, dark } },
  defaults: {
    VBtn: { variant: 'outlined', rounded: 'lg', elevation: 0, ripple: false },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VTextarea: {
      variant: 'outlined',
      density: 'compact',
      hideDetails: 'auto',
      color: 'primary',
      autoGrow: true,
      rows: 2,
    },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VCombobox: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VAutocomplete: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VSwitch: { color: 'primary', density: 'compact', hideDetails: 'auto', inset: true },
    VCheckbox: { color: 'primary', density: 'compact', hideDetails: 'auto' },
    VCard: { elevation: 0, border: true, rounded: 'lg' },
    VDialog: { maxWidth: 520 },
    VMenu: { transition: false },
  },
})
