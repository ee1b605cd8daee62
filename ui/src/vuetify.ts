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
import palette from '../palette.json'

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

/** The library's names for our colours. */
const named = (p: typeof palette.day) => ({
  ...p,
  background: p.ground,
  surface: p.sheet,
  'surface-bright': p.raised,
  primary: p.action,
  'on-primary': p['on-action'],
  'on-background': p.ink,
  'on-surface': p.ink,
  success: p.safe,
  warning: p.wait,
  error: p.bite,
  info: p.note,
})

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
    themes: {
      day: { dark: false, colors: named(palette.day) },
      night: { dark: true, colors: named(palette.night) },
    },
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
