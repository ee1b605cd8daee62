<script setup lang="ts">
import { computed } from 'vue'

const props = defineProps<{ act: string; x?: number; y?: number; colour?: string }>()

// Ten by ten: what the hand does. Sprayed coats are bars by their wetness, washes run, cloths sweep, dots and streaks are what they are.
const shapes: Record<string, string> = {
  prime: 'M0 8h10M1 5h8M2 2h6',
  'pre-shade': 'M1 1v8M5 1v8M9 1v8',
  'base-coat': 'M0 2h10M0 5h10M0 8h10',
  'metal-coat': 'M0 9 9 0M2 10 10 2',
  'chipping-medium': 'M5 0 9 5 5 10 1 5z',
  chip: 'M1 1l3 3-2 3 4 2M6 1l3 4',
  mask: 'M0 0h10v10H0zM0 0l10 10',
  polish: 'M5 1a4 4 0 1 0 4 4',
  'gloss-coat': 'M0 8h10M0 3c3-3 6 3 10 0',
  decals: 'M1 2h8v6H1zM3 5h4',
  seal: 'M1 1h8v5L5 9 1 6z',
  'pin-wash': 'M5 0v4M5 10c-2 0-3-1-3-3 0-1 1-2 3-4 2 2 3 3 3 4 0 2-1 3-3 3z',
  'overall-wash': 'M0 3c2-3 3 3 5 0s3 3 5 0M0 8c2-3 3 3 5 0s3 3 5 0',
  'spray-wash': 'M0 5h3M5 2h1M5 5h2M5 8h1M9 1h1M9 5h1M9 9h1',
  wipe: 'M1 9 9 1M4 9l5-5M1 6l5-5',
  filter: 'M0 1h10L6 6v4H4V6z',
  'flat-coat': 'M0 7l2-4 2 4 2-4 2 4 2-4',
  'satin-coat': 'M0 6c2-3 3-3 5 0s3 3 5 0',
  'oil-accent': 'M1 9 9 1M6 9l3-3',
  'oil-dots': 'M2 2h1M7 3h1M4 6h1M8 8h1M1 8h1',
  streak: 'M2 1v5M5 1v8M8 1v6',
  'exhaust-spray': 'M0 5h2L10 1M2 5l8 4M2 5h8',
  pastel: 'M1 9c2-5 6-5 8-8',
  pencil: 'M1 9l1-3L8 0l2 2-6 6z',
  'sponge-chips': 'M1 2h2v2H1zM6 1h3v2H6zM4 6h2v3H4z',
  veil: 'M0 3h2M4 3h2M8 3h2M2 7h2M6 7h2',
  mottle: 'M2 2h2M7 3h1M3 6h1M7 7h2M1 9h1',
  'post-shade': 'M1 1h8v8H1zM4 4h2v2H4z',
  unmask: 'M0 10h10M2 8l6-6M8 2H4M8 2v4',
  join: 'M0 2h4v6H0M10 2H6v6h4M4 5h2',
  'wipe-back': 'M1 9 9 1M1 5l4-4M5 9l4-4M9 1l-3 0',
  'brush-chips': 'M1 8h3V6H1zM6 3h2V1H6z',
  mud: 'M1 9h1M4 8h1M7 9h1M2 5h1M6 4h1',
  'wet-stain': 'M5 0C8 4 8 6 8 7a3 3 0 0 1-6 0c0-1 0-3 3-7z',
  'final-gloss': 'M0 9h10M0 4c3-3 6 3 10 0',
  sand: 'M0 8h10M1 2h1M4 4h1M7 2h1M3 6h1M8 5h1',
  undo: 'M9 8H4a3 3 0 0 1 0-6h5M6 0 9 2 6 4',
  melt: 'M1 2h1M5 1h1M8 3h1M0 8c3-3 6 3 10 0',
  'set-decal': 'M1 4h8v5H1zM5 0v4M4 3l1 2 1-2',
  'final-coat': 'M0 9h10M0 1h10v5H0z',
}
const path = computed(() => shapes[props.act] ?? 'M0 0h10v10H0z')
</script>

<template>
  <svg :x="x" :y="y" width="10" height="10" viewBox="-1 -1 12 12" aria-hidden="true">
    <path
      :d="path"
      fill="none"
      :stroke="colour ?? 'currentColor'"
      stroke-width="1.600"
      stroke-linecap="round"
      stroke-linejoin="round"
    />
  </svg>
</template>
