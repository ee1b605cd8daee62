<script setup lang="ts">
import {
  mdiClipboardEditOutline,
  mdiHistory,
  mdiKeyboardOutline,
  mdiRedo,
  mdiTrayArrowDown,
  mdiUndo,
  mdiWeatherNight,
  mdiWhiteBalanceSunny,
} from '@mdi/js'
import { storeToRefs } from 'pinia'
import { computed, ref, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api } from './api'
import KeysSheet from './build/KeysSheet.vue'
import { useBuild } from './build/useBuild'
import SparrowMark from './shared/SparrowMark.vue'
import { useKeys } from './shared/useKeys'
import { useNight } from './shared/useNight'
import type { Listed } from './wire'

const night = useNight()
const store = useBuild()
const { build, moment, said, busy } = storeToRefs(store)
const route = useRoute()
const router = useRouter()
const shown = computed(() => (route.name === 'build' ? build.value : null))

const others = ref<Listed[]>([])
async function list(open: boolean) {
  if (!open) return
  try {
    others.value = (await api.builds()).builds
  } catch (e) {
    store.tell(e)
  }
}

const keys = ref(false)
let going = false
useKeys({
  '?': () => (keys.value = !keys.value),
  n: () => (night.value = !night.value),
  g: () => {
    going = true
    window.setTimeout(() => (going = false), 1200)
  },
  b: () => {
    if (going) void router.push({ name: 'builds' })
  },
})
const saying = computed({ get: () => said.value !== '', set: (on) => !on && (said.value = '') })

watchEffect(() => {
  document.title = shown.value ? `${shown.value.name} · Inky Sparrow` : 'Inky Sparrow'
})
</script>

<template>
  <v-app>
    <header class="bar">
      <RouterLink to="/builds" class="mark" aria-label="Builds"><SparrowMark /></RouterLink>
      <template v-if="shown">
        <v-menu @update:model-value="list">
          <template #activator="{ props: activator }">
            <button type="button" v-bind="activator" class="build" aria-haspopup="menu">
              <span class="name">{{ shown.name }} <span aria-hidden="true" class="soft">▾</span></span>
              <span class="sub" :class="{ late: shown.late }">1/{{ shown.scale }}, {{ shown.promise }}</span>
            </button>
          </template>
          <v-list aria-label="Builds">
            <v-list-item
              v-for="b in others"
              :key="b.slug"
              :to="{ name: 'build', params: { slug: b.slug } }"
              :title="b.name"
            />
            <v-list-item to="/builds" title="All builds" />
          </v-list>
        </v-menu>
        <div class="tools">
          <v-btn
            :icon="mdiUndo"
            size="small"
            :disabled="!shown.undoes || busy"
            :title="shown.undoes ? `Undo: ${shown.undoes}` : 'Nothing to undo'"
            aria-label="Undo"
            @click="store.undo"
          />
          <v-btn
            :icon="mdiRedo"
            size="small"
            :disabled="!shown.redoes || busy"
            :title="shown.redoes ? `Redo: ${shown.redoes}` : 'Nothing to redo'"
            aria-label="Redo"
            @click="store.redo"
          />
          <v-btn
            :icon="mdiHistory"
            size="small"
            title="History"
            aria-label="History"
            @click="store.sheet = 'history'"
          />
          <v-btn
            :icon="mdiClipboardEditOutline"
            size="small"
            title="The plan: room, evenings, zones, products, schools"
            aria-label="The plan"
            @click="store.sheet = 'plan'"
          />
          <v-btn
            :icon="mdiTrayArrowDown"
            size="small"
            :href="`/api/builds/${shown.slug}/plan`"
            title="Save the plan file"
            aria-label="Save the plan file"
          />
        </div>
        <div v-if="moment" class="air figure" :title="moment.air.words">
          <span>{{ moment.air.temperature_c.toFixed(1) }} °C</span>
          <span>{{ moment.air.humidity_pct }} % RH</span>
        </div>
        <div v-if="moment" class="clock">
          <span class="now figure">{{ moment.clock }}</span>
          <span class="sub">{{ moment.session }}</span>
        </div>
      </template>
      <span v-else class="name plain">Inky Sparrow</span>
      <div class="tools end">
        <v-btn :icon="mdiKeyboardOutline" size="small" title="Keys (?)" aria-label="Keys" @click="keys = true" />
        <v-btn
          :icon="night ? mdiWhiteBalanceSunny : mdiWeatherNight"
          size="small"
          :title="night ? 'Day (n)' : 'Night (n)'"
          :aria-label="night ? 'Day' : 'Night'"
          @click="night = !night"
        />
      </div>
    </header>
    <RouterView />
    <KeysSheet v-model="keys" />
    <v-snackbar v-model="saying" color="primary" :timeout="5000" location="top">{{ said }}</v-snackbar>
  </v-app>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 16px;
  height: 52px;
  padding: 0 14px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
  box-shadow: 0 1px 0 var(--lip);
}
.mark {
  display: flex;
}
.build {
  display: grid;
  padding: 2px 8px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.name {
  font: 600 18px/1.15 var(--heading);
  white-space: nowrap;
}
.plain {
  flex: 1;
}
.sub {
  font-size: 14px;
  color: var(--soft);
  white-space: nowrap;
}
.sub.late {
  color: var(--wait);
  font-weight: 600;
}
.tools {
  display: flex;
}
.air {
  display: grid;
  margin-left: auto;
  font-size: 14px;
  text-align: right;
  line-height: 1.2;
}
.clock {
  display: grid;
  justify-items: end;
  min-width: 220px;
}
.now {
  font-size: 22px;
  font-weight: 700;
  line-height: 1.1;
}
@media (max-width: 640px) {
  .air,
  .clock .sub {
    display: none;
  }
  .clock {
    min-width: 0;
    margin-left: auto;
  }
  .bar {
    gap: 6px;
    padding: 0 6px;
  }
  .tools.end,
  .build .sub {
    display: none;
  }
  .name {
    font-size: 16px;
  }
  .now {
    font-size: 17px;
  }
}
</style>
