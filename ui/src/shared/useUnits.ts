import { useStorage } from '@vueuse/core'

const perSquareInch = 6.4516
const barPerPsi = 0.0689476

/** The units that the user reads in, kept over visits. The server speaks in °C, cm², ml, mm and psi; this only formats. */
export function useUnits() {
  const temperature = useStorage<'C' | 'F'>('inkysparrow.temperature', 'C')
  const area = useStorage<'cm' | 'in'>('inkysparrow.area', 'cm')
  const amount = useStorage<'ml' | 'drops'>('inkysparrow.amount', 'ml')
  const pressure = useStorage<'psi' | 'bar'>('inkysparrow.pressure', 'psi')

  /** A temperature as a field shows it. */
  const degrees = (celsius: number) => (temperature.value === 'F' ? Math.round(celsius * 18 + 320) / 10 : celsius)
  /** What a field shows, as the server wants it. Undoes degrees to a tenth. */
  const celsius = (shown: number) => (temperature.value === 'F' ? Math.round(((shown - 32) * 50) / 9) / 10 : shown)
  /** Words of the server with their temperatures in the chosen unit. */
  const words = (text: string) =>
    temperature.value === 'F'
      ? text.replace(/(-?\d+(?:\.\d+)?) °C/g, (_, c: string) => `${((Number(c) * 9) / 5 + 32).toFixed(1)} °F`)
      : text
  const square = (cm2: number) => (area.value === 'in' ? `${(cm2 / perSquareInch).toFixed(1)} in²` : `${cm2} cm²`)
  /** An amount of liquid; drop is the size of a drop in ml. */
  const liquid = (ml: number, drop: number) => {
    if (amount.value !== 'drops' || !drop) return `${ml >= 10 ? ml.toFixed(0) : ml.toFixed(ml < 1 ? 2 : 1)} ml`
    const n = Math.ceil(ml / drop - 1e-9)
    return `${n} ${n === 1 ? 'drop' : 'drops'}`
  }
  const psi = (value: number) =>
    pressure.value === 'bar' ? `${(value * barPerPsi).toFixed(1)} bar` : `${Math.round(value)} psi`

  return { temperature, area, amount, pressure, degrees, celsius, words, square, liquid, psi }
}
