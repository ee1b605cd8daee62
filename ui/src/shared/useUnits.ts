import { useStorage } from '@vueuse/core'

const perSquareInch = 6.4516
const barPerPsi = 0.0689476

/** The units that the user reads in, kept over visits. Words come from the server in the unit that api.ts asks for; this formats figures. */
export function useUnits() {
  const temperature = useStorage<'C' | 'F'>('inkysparrow.temperature', 'C')
  const area = useStorage<'cm' | 'in'>('inkysparrow.area', 'cm')
  const amount = useStorage<'ml' | 'drops'>('inkysparrow.amount', 'ml')
  const pressure = useStorage<'psi' | 'bar'>('inkysparrow.pressure', 'psi')

  /** A temperature as a field shows it. */
  const degrees = (celsius: number) => (temperature.value === 'F' ? Math.round(celsius * 18 + 320) / 10 : celsius)
  /** What a field shows, as the server wants it. Undoes degrees to a tenth. */
  const celsius = (shown: number) => (temperature.value === 'F' ? Math.round(((shown - 32) * 50) / 9) / 10 : shown)
  /** A temperature in the chosen unit, to a tenth. */
  const warmth = (value: number) => `${degrees(value).toFixed(1)} °${temperature.value}`
  const square = (cm2: number) =>
    area.value === 'in' ? `${(cm2 / perSquareInch).toFixed(1)} in²` : `${cm2.toFixed(cm2 < 10 ? 1 : 0)} cm²`
  /** An amount of liquid; drop is the size of a drop in ml. */
  const liquid = (ml: number, drop: number) => {
    if (amount.value !== 'drops' || !drop) return `${ml >= 10 ? ml.toFixed(0) : ml.toFixed(ml < 1 ? 2 : 1)} ml`
    const n = Math.ceil(ml / drop - 1e-9)
    return `${n} ${n === 1 ? 'drop' : 'drops'}`
  }
  const psi = (value: number) =>
    pressure.value === 'bar' ? `${(value * barPerPsi).toFixed(1)} bar` : `${Math.round(value)} psi`

  return { temperature, area, amount, pressure, degrees, celsius, warmth, square, liquid, psi }
}
