import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'

const minute = 60_000
const read = ref(Date.now())
const ahead = ref(0) // of the bench's clock before this machine's, ms

/** What the bench's clock shows, to the minute, in ms since 1970. The server has the clock; this runs on from where it was told last. */
export const now = computed(() => Math.floor((read.value + ahead.value) / minute) * minute)

/** The same to the second, for what runs in minutes. */
export const second = computed(() => Math.floor((read.value + ahead.value) / 1000) * 1000)

/** What the bench's clock shows at this very moment. */
export const exactly = () => Date.now() + ahead.value

/** Sets the clock by what the server's showed just now. */
export function setClock(iso: string) {
  read.value = Date.now()
  ahead.value = Date.parse(iso) - read.value
}

useIntervalFn(() => (read.value = Date.now()), 2000)
