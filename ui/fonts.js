// Cuts the characters that the page itself uses out of each font, so that the first load carries those alone; the rest of a font is fetched when a name needs it. Writes src/fonts/.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'

import subset from 'subset-font'

const codes = [
  ...Array.from({ length: 95 }, (_, i) => 32 + i),
  ...[...'\u00a0°²³µ·×÷±½–—‘’“”…−←↑→↓‹›'].map((c) => c.codePointAt(0)),
].sort((a, b) => a - b)
const everyday = String.fromCodePoint(...codes)

/** What CSS calls a list of code points. */
function rangeOf(list) {
  const runs = []
  for (const c of list) {
    const last = runs.at(-1)
    if (last && last[1] === c - 1) last[1] = c
    else runs.push([c, c])
  }
  return runs.map(([from, to]) => 'U+' + from.toString(16) + (to > from ? '-' + to.toString(16) : '')).join(',')
}

/** A range without the everyday characters: of two faces with a character a browser may fetch both. */
function rest(range) {
  const all = range.split(',').flatMap((part) => {
    const [from, to = from] = part
      .trim()
      .slice(2)
      .split('-')
      .map((hex) => parseInt(hex, 16))
    return Array.from({ length: to - from + 1 }, (_, i) => from + i)
  })
  return rangeOf(all.filter((c) => !codes.includes(c)))
}

/** What the latin file of a font without a range of its own covers. */
const latin =
  'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD'

const fonts = [
  {
    folder: '@fontsource-variable/atkinson-hyperlegible-next',
    css: 'wght.css',
    file: 'atkinson-hyperlegible-next-latin-wght-normal',
  },
  {
    folder: '@fontsource-variable/atkinson-hyperlegible-mono',
    css: 'wght.css',
    file: 'atkinson-hyperlegible-mono-latin-wght-normal',
  },
  { folder: '@fontsource/barlow-semi-condensed', css: 'latin-600.css', file: 'barlow-semi-condensed-latin-600-normal' },
]

mkdirSync('src/fonts', { recursive: true })
let faces = ''
for (const { folder, css, file } of fonts) {
  const whole = readFileSync(`node_modules/${folder}/${css}`, 'utf8')
  const face = whole.match(/@font-face \{[^}]*\}/g).find((f) => f.includes(`/${file}.woff2`))
  const cut = {
    targetFormat: 'woff2',
    variationAxes: css === 'wght.css' ? { wght: { min: 400, max: 700 } } : undefined,
  }
  writeFileSync(
    `src/fonts/${file}.woff2`,
    await subset(readFileSync(`node_modules/${folder}/files/${file}.woff2`), everyday, cut),
  )
  const other = face.replaceAll('./files/', `${folder}/files/`).replace(/\s*unicode-range: [^;]*;/, '')
  const more = rest(face.match(/unicode-range: ([^;]*);/)?.[1] ?? latin)
  faces +=
    whole.replace(face, '').replaceAll('./files/', `${folder}/files/`) +
    other.replace('}', `  unicode-range: ${more};\n}\n`) +
    other
      .replace(/src: [^;]*;/, `src: url(./${file}.woff2) format('woff2');`)
      .replace('}', `  unicode-range: ${rangeOf(codes)};\n}\n`)
}
writeFileSync('src/fonts/fonts.css', faces)
