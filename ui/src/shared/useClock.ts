import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'

const minute = 60_000
const read = ref(Date.now())
const told = ref(Date.now()) // when the server told what its clock shows
const showed = ref(Date.now()) // and what that was
const pace = ref(1) // how fast it runs: the demo's can be made to run faster
const shows = (at: number) => showed.value + pace.value * (at - told.value)

/** What the bench's clock shows, to the minute, in ms since 1970. The server has the clock; this runs on from where it was told last. */
export const now = computed(() => Math.floor(shows(read.value) / minute) * minute)

/** The same to the second, for what runs in minutes. */
export const second = computed(() => Math.floor(shows(read.value) / 1000) * 1000)

/** What the bench's clock shows at this very moment. */
export const exactly = () => shows(Date.now())

/** Sets the clock by what the server's showed just now. */
export function setClock(iso: string, runs?: number) {
  read.value = Date.now()
  told.value = read.value
  showed.value = Date.parse(iso)
  if (runs) pace.value = runs
}

useIntervalFn(() => (read.value = Date.now()), 2000)
