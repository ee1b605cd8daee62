import { useIntervalFn, useStorage, useWakeLock } from '@vueuse/core'
import { onScopeDispose, ref, watch, type Ref } from 'vue'

import { second } from '../shared/useClock'
import type { Bench } from '../wire'

const late = 10 * 60_000 // an alarm that is older was slept through: it is told by the clock itself

/** Rings, shows and keeps the screen awake while the bench is looked at. What was told once is not told again, on no reload. */
export function useAlarms(bench: Ref<Bench | null>) {
  const told = useStorage<string[]>('inkysparrow.told', [])
  const on = useStorage('inkysparrow.alarms', false)
  const ringing = ref('')
  const awake = useWakeLock()
  let sound: AudioContext | undefined

  function ring() {
    if (!on.value) return
    sound ??= new AudioContext()
    void sound.resume()
    const t = sound.currentTime
    for (const [n, hz] of [660, 880, 660].entries()) {
      const tone = sound.createOscillator()
      const gain = sound.createGain()
      tone.frequency.value = hz
      gain.gain.setValueAtTime(0.001, t + n * 0.25)
      gain.gain.exponentialRampToValueAtTime(0.25, t + n * 0.25 + 0.03)
      gain.gain.exponentialRampToValueAtTime(0.001, t + n * 0.25 + 0.22)
      tone.connect(gain).connect(sound.destination)
      tone.start(t + n * 0.25)
      tone.stop(t + n * 0.25 + 0.24)
    }
  }

  function look() {
    const b = bench.value
    if (!b) return
    for (const [c, a] of b.clocks.flatMap((c) => c.alarms.map((a) => [c, a] as const))) {
      const at = Date.parse(a.at)
      const key = `${c.build}/${c.step}/${a.id}/${at}`
      if (at > second.value || second.value - at > late || told.value.includes(key)) continue
      told.value = [...told.value.slice(-200), key]
      ringing.value = a.words
      ring()
      if (on.value && 'Notification' in window && Notification.permission === 'granted')
        new Notification('Inky Sparrow', { body: a.words, tag: key })
    }
  }
  useIntervalFn(look, 1000)
  watch(bench, look)

  /** Alarms are turned on by a press: browsers ask for one before they ring or show anything. */
  async function turn() {
    on.value = !on.value
    if (!on.value) return
    ring()
    if ('Notification' in window && Notification.permission === 'default') await Notification.requestPermission()
  }

  const wake = () => {
    if (awake.isSupported.value && !document.hidden) void awake.request('screen').catch(() => undefined)
  }
  wake()
  document.addEventListener('visibilitychange', wake)
  onScopeDispose(() => {
    document.removeEventListener('visibilitychange', wake)
    void awake.release().catch(() => undefined)
    void sound?.close()
  })
  return { on, turn, ringing }
}
