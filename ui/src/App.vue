<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { storeToRefs } from 'pinia'
import { computed, defineAsyncComponent, nextTick, ref, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { useBuild } from './build/useBuild'
import { passphrase, reached } from './api'
import PassingWord from './shared/PassingWord.vue'
import SparrowMark from './shared/SparrowMark.vue'
import StandingBar from './shared/StandingBar.vue'
import { now } from './shared/useClock'
import { useKeys } from './shared/useKeys'
import { useGoing } from './shared/useGoing'
import { useNight } from './shared/useNight'
import { useReturnFocus } from './shared/useReturnFocus'
import { useUnits } from './shared/useUnits'
import { say } from './shared/say'

const BuildMenu = defineAsyncComponent(() => import('./build/BuildMenu.vue'))
const MoreMenu = defineAsyncComponent(() => import('./build/MoreMenu.vue'))
const PassphrasePlace = defineAsyncComponent(() => import('./shared/PassphrasePlace.vue'))
const KeysSheet = defineAsyncComponent(() => import('./build/KeysSheet.vue'))

const units = useUnits()
const night = useNight()
const store = useBuild()
const { build, moment, said, busy, preview, follows } = storeToRefs(store)
const route = useRoute()
const router = useRouter()
const ofBuild = ['build', 'washes', 'last-coat', 'rescue', 'look', 'journal']
const shown = computed(() => (ofBuild.includes(String(route.name)) ? build.value : null))

const promised = computed(() => preview.value?.promise || shown.value?.promise || '')
const would = computed(() => !!preview.value && preview.value.promise !== shown.value?.promise)
const late = computed(() => (preview.value ? preview.value.late : shown.value?.late))
const clock = computed(() => say(now.value, 'clock', shown.value?.timezone))

const narrow = useMediaQuery('(max-width: 1000px)')
const brief = computed(() => say(now.value, 'brief', shown.value?.timezone))

const menu = ref(false)
const more = ref(false)
const keys = ref(false)
useGoing()
useKeys({
  '?': () => (keys.value = !keys.value),
  m: () => (night.value = !night.value),
})

useReturnFocus(keys)
useReturnFocus(() => ['plan', 'history', 'search', 'finish'].includes(store.sheet))

/** What the menu opens gives the focus back to what opened the menu. */
function fromMore(open: () => unknown) {
  more.value = false
  document.querySelector<HTMLElement>('.bar .more')?.focus()
  void nextTick(open)
}

/** Sheets lie over the route. */
async function openSheet(sheet: typeof store.sheet) {
  await toRoute()
  store.sheet = sheet
}
const toRoute = async () => {
  const slug = shown.value?.slug
  if (slug && route.name !== 'build') await router.push({ name: 'build', params: { slug } })
}
async function toNow() {
  await toRoute()
  store.toNow()
}

function enter() {
  passphrase.value = false
  reached.open()
}

watchEffect(() => {
  document.title = shown.value ? `${shown.value.name} · Inky Sparrow` : 'Inky Sparrow'
})
</script>

<template>
  <v-app>
    <header class="bar no-print">
      <RouterLink to="/builds" class="mark" aria-label="Builds"><SparrowMark /></RouterLink>
      <template v-if="shown">
        <button type="button" class="build" aria-haspopup="menu" :aria-expanded="menu" @click="menu = true">
          <span class="name"
            ><bdi>{{ shown.name }}</bdi
            ><span aria-hidden="true" class="soft">▾</span></span
          >
          <span class="sub" :class="{ late, would }"
            >{{ would ? 'would be ' : shown.scale ? `1/${shown.scale}, ` : '' }}{{ promised }}</span
          >
        </button>
        <nav class="within" aria-label="Places of this build">
          <RouterLink to="/bench">Bench</RouterLink>
          <RouterLink :to="{ name: 'build', params: { slug: shown.slug } }" :class="{ here: route.name === 'build' }"
            >Route</RouterLink
          >
          <RouterLink
            :to="{ name: 'washes', params: { slug: shown.slug }, query: { zone: store.zoneId } }"
            :class="{ here: route.name === 'washes' || route.name === 'last-coat' }"
            >Washes</RouterLink
          >
          <RouterLink :to="{ name: 'look', params: { slug: shown.slug } }" :class="{ here: route.name === 'look' }"
            >Look</RouterLink
          >
          <RouterLink
            :to="{ name: 'journal', params: { slug: shown.slug } }"
            :class="{ here: route.name === 'journal' }"
            >Journal</RouterLink
          >
        </nav>
        <BuildMenu v-if="menu" target=".build" @close="menu = false" />
        <div class="tools">
          <button
            type="button"
            class="word"
            aria-label="Undo"
            data-key="Ctrl Z"
            :disabled="!shown.undoes || busy"
            :title="shown.undoes ? `Undo: ${shown.undoes} (Ctrl Z)` : 'Nothing to undo'"
            @click="store.undo"
          >
            Undo
          </button>
          <template v-if="!narrow">
            <button
              type="button"
              class="word"
              aria-label="The plan"
              title="The plan: room, evenings, zones, products, schools"
              @click="openSheet('plan')"
            >
              Plan
            </button>
            <button
              type="button"
              class="word"
              aria-label="Search"
              title="Search (/)"
              data-key="/"
              @click="openSheet('search')"
            >
              Search
            </button>
          </template>
          <button type="button" class="word more" aria-haspopup="menu" :aria-expanded="more" @click="more = true">
            More
          </button>
        </div>
        <MoreMenu
          v-if="more"
          target=".more"
          @close="more = false"
          @keys="fromMore(() => (keys = true))"
          @sheet="(one) => fromMore(() => openSheet(one))"
        />
        <span class="gap" />
        <button
          v-if="moment && route.name === 'build'"
          type="button"
          class="air figure"
          :title="`${moment.air.words}. Click for ${units.temperature.value === 'C' ? '°F' : '°C'}`"
          @click="units.temperature.value = units.temperature.value === 'C' ? 'F' : 'C'"
        >
          <span>{{ units.warmth(moment.air.temperature_c) }}</span>
          <span>{{ moment.air.humidity_pct }} %</span>
        </button>
        <div
          v-if="moment && ['build', 'look'].includes(String(route.name))"
          class="clock"
          :class="{ 'of-build': route.name === 'build' }"
        >
          <span class="moment figure">{{ (preview?.moment ?? moment).clock }}</span>
          <span class="sub">{{ (preview?.moment ?? moment).session }}</span>
        </div>
        <button
          type="button"
          class="now"
          :class="{ here: follows === 'now' }"
          title="Back to now (n)"
          data-key="n"
          @click="toNow"
        >
          <span class="plate">Now</span>
          <span class="figure">{{ narrow ? brief : clock }}</span>
        </button>
      </template>
      <nav v-if="!shown" class="places" aria-label="Places">
        <RouterLink to="/bench">Bench</RouterLink>
        <RouterLink to="/builds">Builds</RouterLink>
        <RouterLink to="/shelf">Shelf</RouterLink>
        <RouterLink to="/workings">Workings</RouterLink>
        <RouterLink to="/keeping">Safekeeping</RouterLink>
      </nav>
      <PassingWord
        v-if="said"
        :key="said"
        :words="said"
        :undo="shown?.undoes && said === store.didSay && !busy ? store.undo : undefined"
        @close="said = ''"
      />
      <div v-if="!shown" class="tools">
        <button type="button" class="word" title="Keys (?)" data-key="?" @click="keys = true">Keys</button>
        <button
          type="button"
          class="word"
          :title="night ? 'Day (m)' : 'Night (m)'"
          data-key="m"
          @click="night = !night"
        >
          {{ night ? 'Day' : 'Night' }}
        </button>
      </div>
    </header>
    <PassphrasePlace v-if="passphrase" @open="enter" />
    <RouterView v-else />
    <StandingBar />
    <KeysSheet v-if="keys" v-model="keys" />
  </v-app>
</template>

<style scoped>
.bar {
  position: relative;
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  flex: none;
  gap: 0 16px;
  min-height: 52px;
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
  grid-template-columns: minmax(0, 1fr);
  align-content: center;
  padding: 2px 8px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
  min-width: 110px;
  overflow: hidden;
}
.name {
  display: flex;
  gap: 4px;
  font: 600 18px/1.15 var(--heading);
  white-space: nowrap;
}
.name bdi {
  overflow: hidden;
  text-overflow: ellipsis;
}
.places {
  display: flex;
  gap: 4px;
  flex: 1;
}
.places a {
  padding: 14px 12px;
  font: 600 17px var(--heading);
  text-decoration: none;
}
.within {
  display: flex;
}
.within a {
  padding: 14px 9px;
  font: 600 16px var(--heading);
  text-decoration: none;
}
.within a.here,
.places a.router-link-active {
  box-shadow: inset 0 -3px 0 var(--ink);
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
  flex: none;
}
.word {
  min-height: 44px;
  padding: 0 8px;
  border: 0;
  background: none;
  color: inherit;
  font: 600 16px var(--heading);
  cursor: pointer;
}
.word:hover:not(:disabled) {
  background: var(--raised);
}
.word:disabled {
  opacity: 0.4;
  cursor: default;
}
.gap {
  flex: 1;
}
.air {
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
  display: grid;
  font-size: 14px;
  text-align: right;
  line-height: 1.2;
}
.clock {
  display: grid;
  justify-items: end;
  min-width: 0;
}
.moment {
  font-size: 22px;
  font-weight: 700;
  line-height: 1.1;
}
.would {
  color: var(--note);
  font-weight: 600;
}
.now {
  display: grid;
  flex: none;
  min-height: 44px;
  padding: 2px 10px;
  border: 0;
  border-left: 5px solid var(--lamp);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  line-height: 1.15;
  cursor: pointer;
}
.now.here {
  background: var(--raised);
}
@media (max-width: 1340px) {
  .bar {
    gap: 0 10px;
    padding: 0 8px;
  }
  .within a {
    padding: 14px 6px;
  }
  .moment {
    font-size: 20px;
  }
}
/* Where the bar is narrow the menu of the build has what it has no room for. */
@media (max-width: 1000px) {
  .air {
    display: none;
  }
  .bar {
    gap: 0 8px;
    padding: 0 8px;
  }
  .build {
    min-width: 0;
    flex: 0 1 auto;
  }
  .moment {
    font-size: 16px;
  }
  .clock .sub {
    display: none;
  }
  .within a {
    padding: 14px 5px;
  }
  .build {
    flex: 0 1 auto;
    min-height: 44px;
  }
  .sub {
    line-height: 1.15;
    white-space: normal;
  }
  .clock.of-build {
    display: none; /* the tape tells the moment */
  }
  .places a {
    padding: 14px 8px;
  }
}
/* On a telephone the places are at the foot, under the thumb. */
@media (max-width: 640px) {
  .within {
    position: fixed;
    z-index: 20;
    bottom: 0;
    left: 0;
    right: 0;
    justify-content: space-around;
    background: var(--sheet);
    border-top: 1px solid var(--line);
  }
  .within a {
    flex: 1;
    padding: 13px 0;
    text-align: center;
  }
  .within a.here {
    box-shadow: inset 0 3px 0 var(--ink);
  }
  .air,
  .clock,
  .build .sub {
    display: none;
  }
  .bar {
    padding: 0 6px;
  }
  .places {
    flex-wrap: wrap;
  }
  .build {
    flex: 1 1 0;
  }
  .gap {
    flex: 0;
  }
  .build {
    padding: 2px 4px;
  }
  .name {
    font-size: 15px;
  }
  .name .soft {
    display: none; /* the name needs the room */
  }
  .word {
    padding: 0 6px;
  }
  .now {
    padding: 2px 4px;
    font-size: 13px;
  }
}
</style>
