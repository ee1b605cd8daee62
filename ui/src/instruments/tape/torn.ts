/** A strip of masking tape with torn ends, from x over width px, height px high. */
export function torn(x: number, y: number, width: number, height: number): string {
  const tooth = Math.min(2.5, width / 4)
  const n = 3
  const step = height / n
  let right = ''
  let left = ''
  for (let i = 1; i <= n; i++) {
    const out = i % 2 ? -tooth : 0
    right += `L${x + width + out} ${y + i * step}`
    left += `L${x - out} ${y + height - i * step}`
  }
  return `M${x} ${y}L${x + width} ${y}${right}L${x} ${y + height}${left}z`
}
