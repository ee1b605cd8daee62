<script setup lang="ts">
import { computed, ref } from 'vue'

import { api } from '../api'
import StateMark from '../shared/StateMark.vue'
import StepGlyph from '../shared/StepGlyph.vue'
import type { JournalDay, Photo } from '../wire'

/** An evening: its lit bar, its photographs, and what was done. */
const props = defineProps<{ day: JournalDay; chosen: string }>()
defineEmits<{ photo: [Photo]; drop: [note: string] }>()
const few = 6
const all = ref(false)
const shown = computed(() => (all.value ? props.day.entries : props.day.entries.slice(0, few)))
</script>

<template>
  <div v-if="day.gap" class="gap" :title="`${day.gap} ${day.gap === 1 ? 'day' : 'days'} without work`">
    <span class="visually-hidden">{{ day.gap }} {{ day.gap === 1 ? 'day' : 'days' }} without work</span>
  </div>
  <section class="evening" :class="{ here: day.here }" :aria-label="day.label">
    <h2>{{ day.label }}</h2>
    <i class="lit" aria-hidden="true" />
    <div v-if="day.photos.length" class="photos">
      <button
        v-for="p in day.photos"
        :key="p.id"
        type="button"
        :aria-pressed="chosen === p.id"
        :aria-label="`Photograph ${p.clock}${p.caption ? `: ${p.caption}` : ''}`"
        @click="$emit('photo', p)"
      >
        <img :src="api.picture(p.hash, true)" alt="" loading="lazy" />
        <span class="when figure">{{ p.clock }}</span>
      </button>
    </div>
    <ol>
      <li v-for="e in shown" :key="e.id" :class="e.kind">
        <svg v-if="e.kind === 'step'" class="glyph" viewBox="-3 -3 16 16" aria-hidden="true">
          <StepGlyph :act="e.do" />
        </svg>
        <StateMark v-else-if="e.kind === 'mishap'" class="glyph" state="bite" />
        <span v-else class="glyph" aria-hidden="true">{{ e.kind === 'note' ? '“' : '+' }}</span>
        <div>
          <p class="what">
            <bdi>{{ e.title }}</bdi>
            <button
              v-if="e.kind === 'note'"
              type="button"
              class="out"
              aria-label="Take the note out"
              @click="$emit('drop', e.id)"
            >
              ×
            </button>
          </p>
          <p class="soft small">
            <span class="figure">{{ e.clock }}</span><template v-if="e.where">, {{ e.where }}</template
            ><template v-for="f in e.facts" :key="f">, {{ f }}</template
            ><template v-if="e.who">, {{ e.who }}</template>
          </p>
          <p v-for="d in e.differs" :key="d" class="differs small"><StateMark state="wait" /> {{ d }}</p>
          <p v-if="e.note" class="small">{{ e.note }}</p>
        </div>
      </li>
    </ol>
    <button v-if="day.entries.length > few" type="button" class="act" :aria-expanded="all" @click="all = !all">
      {{ all ? 'Fewer' : `${day.entries.length - few} more` }}
    </button>
  </section>
</template>

<style scoped>
.gap {
  flex: 0 0 18px;
  background: repeating-linear-gradient(135deg, var(--line) 0 1px, transparent 1px 7px);
}
.evening {
  flex: 0 0 auto;
  width: 220px;
  padding: 0 8px;
  border-left: 1px solid var(--line);
  display: grid;
  align-content: start;
  gap: 6px;
}
.here h2 {
  font-weight: 700;
}
.lit {
  height: 7px;
  background: var(--lamp);
}
.photos {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(96px, 1fr));
  gap: 4px;
}
.photos button {
  position: relative;
  padding: 0;
  border: 0;
  background: var(--booth);
  cursor: pointer;
  min-height: 60px;
}
.photos button[aria-pressed='true'] {
  outline: 3px solid var(--ink);
  outline-offset: 1px;
}
.photos img {
  display: block;
  width: 100%;
  height: 76px;
  object-fit: cover;
}
.when {
  position: absolute;
  left: 0;
  bottom: 0;
  padding: 0 4px;
  background: var(--raised);
  color: var(--ink);
  font-size: 12px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr);
  gap: 6px;
}
.glyph {
  width: 22px;
  height: 22px;
  text-align: center;
}
.what {
  font: 600 16px/1.25 var(--heading);
  overflow-wrap: anywhere;
}
.note .what {
  font: 15px/1.3 var(--v-font-body);
}
.small {
  font-size: 14px;
}
.differs {
  color: var(--wait);
  font-weight: 600;
}
.out {
  min-width: 28px;
  min-height: 28px;
  border: 0;
  background: none;
  color: var(--soft);
  font-size: 18px;
  cursor: pointer;
}
@media (pointer: coarse) {
  .out {
    min-width: 44px;
    min-height: 44px;
  }
}
@media (max-width: 640px) {
  .gap {
    height: 10px;
  }
  .evening {
    width: auto;
    padding: 8px 0;
    border-left: 0;
  }
}
</style>
