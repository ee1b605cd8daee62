import { usePreferredDark, useStorage } from '@vueuse/core'
import { computed, watchEffect } from 'vue'
import { useTheme } from 'vuetify'

/** Day or night: the user's choice where there is one, else what the system prefers. */
export function useNight() {
  const theme = useTheme()
  const dark = usePreferredDark()
  const chosen = useStorage<'day' | 'night' | ''>('inkysparrow.light', '')
  const night = computed({
    get: () => (chosen.value === '' ? dark.value : chosen.value === 'night'),
    set: (on) => (chosen.value = on ? 'night' : 'day'),
  })
  watchEffect(() => theme.change(night.value ? 'night' : 'day'))
  return night
}
