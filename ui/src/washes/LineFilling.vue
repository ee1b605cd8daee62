<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { useBuild } from '../build/useBuild'
import { useTrade } from '../edit/useTrade'
import type { WashRun } from '../wire'

/** One line as it fills from a touch of the brush, how far each cause lets it run, and what that takes on the zone. */
const props = defineProps<{ run: WashRun; colour: string; paint: string; zone: string }>()
const store = useBuild()
const trade = useTrade()

const scale = 6 // px a mm
const reach = computed(() => Math.min(46, props.run.mm))
const causes = computed(() => [
  { id: 'brush', words: 'the brush feeds it', mm: props.run.brush },
  { id: 'thick', words: 'it is not too thick', mm: props.run.thick },
  { id: 'dried', words: 'it has not dried', mm: props.run.dry },
])

// The zone's lines, kept in the plan.
const own = computed(() => store.build?.plan.zones.find((z) => z.id === props.zone))
const kind = ref(own.value?.lines?.kind ?? 'usual')
const width = ref(own.value?.lines?.width_mm ?? 0)
const depth = ref(own.value?.lines?.depth_mm ?? 0)
const problem = ref('')
// What is being chosen stays while the build is read again, unless the zone or its lines are others.
watch(
  () => JSON.stringify([props.zone, own.value?.lines]),
  () => {
    kind.value = own.value?.lines?.kind ?? 'usual'
    width.value = own.value?.lines?.width_mm ?? 0
    depth.value = own.value?.lines?.depth_mm ?? 0
  },
)
async function keep() {
  const z = own.value
  if (!z) return
  const lines = { ...z.lines, kind: kind.value } as NonNullable<typeof z.lines>
  delete lines.width_mm
  delete lines.depth_mm
  if (width.value || depth.value) {
    lines.width_mm = width.value
    lines.depth_mm = depth.value
  }
  problem.value = await store.edit({ do: 'put-zone', of: z.id, new_zone: { ...z, lines, steps: [] } })
}
</script>

<template>
  <div class="run">
    <p v-if="run.drawn">
      <b>These lines are sanded away.</b> Nothing runs in them: draw them with a sharp pencil along a strip of tape,
      under the clear.
    </p>
    <p v-else>
      <b class="figure">{{ run.mm.toFixed(1) }} mm</b> to each side of a touch: {{ run.words }}.
      <template v-if="run.pressed"> It is brushed over all and pressed in, so that it need not run.</template>
    </p>
    <svg viewBox="0 0 366 74" width="100%" role="img" :aria-label="`It runs ${run.mm} mm each way; ${run.words}`">
      <rect width="366" height="74" :fill="paint" />
      <rect x="0" y="36" width="366" height="5" class="bare" />
      <rect :x="183 - reach * scale * 0.66" y="36" :width="2 * reach * scale * 0.66" height="5" :fill="colour" />
      <path d="M183 34l-9-26q9-8 18 0z" class="brush" />
      <g v-for="mm in [5, 10, 15, 20, 25]" :key="mm">
        <line :x1="183 + mm * scale * 0.66" :x2="183 + mm * scale * 0.66" y1="46" y2="52" class="tick" />
        <text :x="183 + mm * scale * 0.66" y="64" text-anchor="middle">{{ mm }}</text>
      </g>
      <text x="330" y="64">mm</text>
    </svg>
    <ul class="causes">
      <li v-for="c in causes" :key="c.words" :class="{ rules: c.id === run.stop }">
        <span>as far as {{ c.words }}</span
        ><span class="figure">{{ c.mm > 200 ? 'over 200' : c.mm.toFixed(1) }} mm</span>
      </li>
      <li :class="{ rules: run.stop === 'rough' }">
        <span>the surface beside it drinks</span><span class="figure">{{ (100 * run.drinks).toFixed(0) }} %</span>
      </li>
    </ul>
    <h3>On this zone</h3>
    <p>
      About {{ (run.length_mm / 10).toFixed(0) }} cm of lines, {{ run.width_mm }} by {{ run.depth_mm }} mm<template
        v-if="run.touches"
        >: {{ run.touches }} touches of the brush, {{ run.minutes.toFixed(0) }} min, {{ run.ml.toFixed(2) }} ml in the
        lines</template
      >. Touch it where lines meet, so that it runs both ways; draw up what is too much with a dry brush.
    </p>
    <p v-if="run.decals">It stops where a decal bridges a line: slit the decal along it first.</p>
    <p class="soft small">A line wetted with clean thinner first lets it run further and leaves a softer edge.</p>
    <h3>The lines of this zone</h3>
    <form class="lines" @submit.prevent="keep">
      <label class="field">
        <span class="plate">Kind</span>
        <select v-model="kind">
          <option v-for="l in trade?.lines" :key="l.id" :value="l.id">{{ l.words }}</option>
        </select>
      </label>
      <label class="field"
        ><span class="plate">Measured width, mm</span
        ><input v-model.number="width" type="number" min="0" max="3" step="0.01"
      /></label>
      <label class="field"
        ><span class="plate">and depth, mm</span
        ><input v-model.number="depth" type="number" min="0" max="2" step="0.01"
      /></label>
      <button type="submit" class="act" :disabled="store.busy">Keep in the plan</button>
      <p v-if="problem" role="alert" class="bad small">{{ problem }}</p>
    </form>
  </div>
</template>

<style scoped>
.run {
  display: grid;
  gap: 8px;
}
h3 {
  margin-top: 8px;
  font-size: 16px;
}
.bare {
  fill: #000;
  fill-opacity: 0.22;
}
.brush {
  fill: #3a322b;
  stroke: #eff0ef;
}
.tick {
  stroke: #171c22;
}
text {
  font: 11px var(--v-font-body);
  fill: #171c22;
  paint-order: stroke;
  stroke: #eff0ef;
  stroke-width: 3px;
}
.causes {
  list-style: none;
  margin: 0;
  padding: 0;
}
.causes li {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid var(--line);
  padding: 2px 4px;
}
.causes .rules {
  font-weight: 700;
  box-shadow: inset 3px 0 0 var(--wait);
}
.lines {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.lines .field:first-child,
.lines .bad {
  grid-column: 1 / -1;
}
.field {
  display: grid;
}
.field select,
.field input {
  min-height: 36px;
  padding: 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
  color: inherit;
  font: 16px var(--v-font-body);
}
.lines .act {
  justify-self: start;
}
.bad {
  color: var(--bite);
}
@media (pointer: coarse) {
  .field select,
  .field input {
    min-height: 44px;
  }
}
</style>
