<script setup lang="ts">
import { computed } from 'vue'

import type { Skin } from '../../wire'
import { specks } from './strip'

const props = defineProps<{ skin: Skin; width: number; height: number; seed: string; side: string }>()

const id = computed(() => `skin-${props.side}`)
const mark = (kind: string) => props.skin.marks.find((m) => m.kind === kind)
const lines = computed(() => {
  const w = props.width
  const h = props.height
  return `M0 ${h * 0.3}H${w}M0 ${h * 0.74}H${w}M${w * 0.36} 0V${h * 0.74}M${w * 0.8} ${h * 0.3}V${h}M${w * 0.52} ${h * 0.42}h${w * 0.17}v${h * 0.2}h${-w * 0.17}z`
})
const rivets = computed(() => {
  const out: { x: number; y: number }[] = []
  for (const y of [0.25, 0.35, 0.69, 0.79])
    for (let x = 6; x < props.width; x += 10) out.push({ x, y: y * props.height })
  return out
})
const field = (kind: string, n: number, small: number, large: number) =>
  specks(`${props.seed}/${kind}`, n, props.width, props.height, small, large)
/** Flakes of which all together are as much of the patch as the chips are of their zone. */
const flakes = (kind: string, small: number, large: number) => {
  const mean = small + (large - small) / 4
  const n = ((mark(kind)?.share ?? 0) * props.width * props.height) / (mean * mean)
  return field(kind, Math.min(600, Math.ceil(n)), small, large)
}
// What a wipe leaves is fine grain in the texture; what a pin wash wets lies along its lines.
const grain = computed(() => field('residue', Math.round(700 * Math.min(1, props.skin.residue)), 0.4, 1.3))
const halo = computed(() => (props.skin.filled > 0 ? Math.min(1, 2.5 * props.skin.residue) : 0))
</script>

<template>
  <g>
    <defs>
      <linearGradient :id="`${id}-shine`" x1="0" y1="0" x2="0.5" y2="1">
        <stop offset="0" stop-color="#fff" :stop-opacity="0.32 * skin.gloss" />
        <stop offset="0.28" stop-color="#fff" :stop-opacity="0.05 * skin.gloss" />
        <stop offset="0.46" stop-color="#fff" :stop-opacity="0.26 * skin.gloss" />
        <stop offset="0.54" stop-color="#fff" stop-opacity="0" />
        <stop offset="1" stop-color="#000" :stop-opacity="0.12 * skin.gloss" />
      </linearGradient>
      <linearGradient :id="`${id}-plume`">
        <stop offset="0" :stop-color="mark('exhaust-spray')?.colour ?? '#000'" stop-opacity="0.9" />
        <stop offset="1" :stop-color="mark('exhaust-spray')?.colour ?? '#000'" stop-opacity="0" />
      </linearGradient>
      <filter :id="`${id}-blur`" x="-20%" y="-20%" width="140%" height="140%"
        ><feGaussianBlur stdDeviation="3.500"
      /></filter>
      <filter :id="`${id}-soft`"><feGaussianBlur stdDeviation="1" /></filter>
      <clipPath :id="`${id}-clip`"><rect :width="width" :height="height" /></clipPath>
    </defs>
    <g :clip-path="`url(#${id}-clip)`">
      <rect :width="width" :height="height" :fill="skin.surface" />
      <g v-if="mark('mottling')" :opacity="mark('mottling')?.strength ?? 0" :filter="`url(#${id}-blur)`">
        <ellipse
          v-for="(s, i) in field('mottle', 30, 5, 13)"
          :key="i"
          :cx="s.x"
          :cy="s.y"
          :rx="s.r"
          :ry="s.r * 0.8"
          :fill="mark('mottling')?.colour"
        />
      </g>
      <path
        v-if="mark('second-colour')"
        :d="`M0 ${height}V${height * 0.62}C${width * 0.3} ${height * 0.4} ${width * 0.5} ${height * 0.9} ${width * 0.7} ${height * 0.6}S${width} ${height * 0.5} ${width} ${height * 0.5}V${height}z`"
        :fill="mark('second-colour')?.colour"
      />
      <g v-if="mark('shading')" :opacity="mark('shading')?.strength ?? 0">
        <path :d="lines" fill="none" :stroke="mark('shading')?.colour" stroke-width="16" :filter="`url(#${id}-blur)`" />
      </g>
      <g v-if="mark('decals')">
        <path :d="`M${width * 0.08} ${height * 0.46}h34l8 8-8 8h-34z`" fill="#f2f2ee" />
        <path :d="`M${width * 0.08 + 4} ${height * 0.46 + 4}h26l4 4-4 4h-26z`" fill="#2b4a63" />
        <text :x="width * 0.4" :y="height * 0.93" font-size="20" font-weight="700" fill="#f2f2ee" letter-spacing="2"
          >14</text
        >
      </g>
      <g v-if="mark('oil-dots')" :opacity="0.5 * (mark('oil-dots')?.strength ?? 0)" :filter="`url(#${id}-blur)`">
        <ellipse
          v-for="(s, i) in field('dots', 26, 4, 11)"
          :key="i"
          :cx="s.x"
          :cy="s.y"
          :rx="s.r * 1.8"
          :ry="s.r"
          :fill="i % 3 ? mark('oil-dots')?.colour : '#f4f1e6'"
        />
      </g>
      <path
        v-if="halo > 0.02"
        :d="lines"
        fill="none"
        :stroke="skin.line"
        stroke-width="11"
        :opacity="0.4 * halo"
        :filter="`url(#${id}-blur)`"
      />
      <g :opacity="0.5">
        <circle v-for="(s, i) in grain" :key="i" :cx="s.x" :cy="s.y" :r="s.r" :fill="skin.line" />
      </g>
      <path :d="lines" fill="none" :stroke="skin.line" :stroke-width="1 + skin.filled" />
      <circle v-for="(p, i) in rivets" :key="i" :cx="p.x" :cy="p.y" r="0.9" :fill="skin.line" />
      <g v-for="kind in ['chip', 'wipe-back', 'brush-chips']" :key="kind">
        <g
          v-if="mark(kind)"
          :opacity="mark(kind)?.strength"
          :filter="kind === 'wipe-back' ? `url(#${id}-soft)` : undefined"
        >
          <path
            v-for="(s, i) in flakes(kind, 1, kind === 'wipe-back' ? 8 : 5)"
            :key="i"
            :d="`M${s.x} ${s.y}l${s.r} ${-s.r * 0.5}l${s.r * 0.7} ${s.r}l${-s.r} ${s.r * 0.6}z`"
            :fill="mark(kind)?.colour"
          />
        </g>
      </g>
      <g v-if="mark('sponge-chips')" :opacity="mark('sponge-chips')?.strength">
        <rect
          v-for="(s, i) in flakes('sponge-chips', 0.5, 2)"
          :key="i"
          :x="s.x"
          :y="s.y"
          :width="s.r"
          :height="s.r"
          :fill="mark('sponge-chips')?.colour"
        />
      </g>
      <g v-if="mark('streak')" :opacity="0.6 * (mark('streak')?.strength ?? 0)">
        <rect
          v-for="(s, i) in field('streak', 7, 14, 44)"
          :key="i"
          :x="s.x"
          :y="s.y"
          :width="s.r"
          height="1.800"
          rx="1"
          :fill="mark('streak')?.colour"
        />
      </g>
      <g v-if="mark('exhaust-spray')" :opacity="mark('exhaust-spray')?.strength">
        <path
          :d="`M0 ${height * 0.5}L${width} ${height * 0.34}V${height * 0.86}L0 ${height * 0.56}z`"
          :fill="`url(#${id}-plume)`"
          :filter="`url(#${id}-blur)`"
        />
      </g>
      <g v-if="mark('pencil')" :opacity="mark('pencil')?.strength">
        <path
          :d="`M${width * 0.52} ${height * 0.41}h${width * 0.17}M${width * 0.36} ${height * 0.1}v20`"
          :stroke="mark('pencil')?.colour"
          stroke-dasharray="7 2 3 4"
        />
      </g>
      <g v-for="kind in ['pastel', 'mud', 'wet-stain', 'oil-accent']" :key="kind">
        <g v-if="mark(kind)" :opacity="0.6 * (mark(kind)?.strength ?? 0)" :filter="`url(#${id}-blur)`">
          <ellipse
            v-for="(s, i) in field(kind, 9, 5, 16)"
            :key="i"
            :cx="s.x"
            :cy="s.y"
            :rx="s.r * 2"
            :ry="s.r * 0.7"
            :fill="mark(kind)?.colour"
          />
        </g>
      </g>
      <rect :width="width" :height="height" :fill="`url(#${id}-shine)`" />
    </g>
  </g>
</template>
