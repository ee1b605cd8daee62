import {
  mdiCheckboxBlankOutline,
  mdiCheckboxMarked,
  mdiChevronDown,
  mdiChevronLeft,
  mdiChevronRight,
  mdiChevronUp,
  mdiClose,
  mdiCloseCircle,
  mdiMenuDown,
  mdiMinusBox,
  mdiCheck,
} from '@mdi/js'
import { createVuetify } from 'vuetify'
import { mdi } from 'vuetify/iconsets/mdi-svg'

/** The icons that the components we use ask for by name; all others would be fetched for nothing. */
const aliases = {
  checkboxOff: mdiCheckboxBlankOutline,
  checkboxOn: mdiCheckboxMarked,
  checkboxIndeterminate: mdiMinusBox,
  clear: mdiCloseCircle,
  close: mdiClose,
  collapse: mdiChevronUp,
  complete: mdiCheck,
  delete: mdiCloseCircle,
  dropdown: mdiMenuDown,
  expand: mdiChevronDown,
  next: mdiChevronRight,
  prev: mdiChevronLeft,
}

const nonce = document.querySelector<HTMLMetaElement>('meta[property=csp-nonce]')?.nonce

const day = {
  background: '#C9CCCB',
  surface: '#E3E5E4',
  'surface-bright': '#EFF0EF',
  primary: '#20303F',
  'on-primary': '#FFFFFF',
  'on-background': '#171C22',
  'on-surface': '#171C22',
  success: '#1F6B52',
  warning: '#8A5A00',
  error: '#9A2F22',
  info: '#39557A',
}

const night = {
  background: '#141516',
  surface: '#1E2021',
  'surface-bright': '#282A2B',
  primary: '#D9DED8',
  'on-primary': '#141516',
  'on-background': '#E9EAE6',
  'on-surface': '#E9EAE6',
  success: '#6FC2A2',
  warning: '#E3B04B',
  error: '#F0897B',
  info: '#93B5E0',
}

// A field is a label as on a data plate with a scribed line below: see styles.css. Its label never floats.
const field = {
  variant: 'underlined',
  density: 'compact',
  hideDetails: true,
  active: true,
  persistentPlaceholder: true,
} as const

/** The component library in our own colours; what it looks like beyond that is in styles.css. */
export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    cspNonce: nonce,
    defaultTheme: 'day',
    themes: { day: { dark: false, colors: day }, night: { dark: true, colors: night } },
  },
  defaults: {
    VBtn: { variant: 'text', ripple: false, rounded: 0, density: 'comfortable' },
    VMenu: { transition: false },
    VDialog: { transition: false },
    VSnackbar: { transition: false },
    VChip: { rounded: 0, label: true },
    VList: { density: 'compact' },
    VTextField: field,
    VTextarea: field,
    VSelect: field,
    VAutocomplete: field,
    VCombobox: field,
    VCheckbox: { density: 'compact' },
  },
})
