<script setup lang="ts">
import { ref, shallowRef } from 'vue'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import SparrowMark from '../shared/SparrowMark.vue'
import StateMark from '../shared/StateMark.vue'
import { whileTold } from '../shared/useLive'
import type { BackedUp, Keeping } from '../wire'
import ChangePassphrase from './ChangePassphrase.vue'
import TabletTrust from './TabletTrust.vue'
import { say } from '../shared/say'

/** Where the work lies, how it is kept, and who can reach it. */
const store = useBuild()
const kept = shallowRef<Keeping | null>(null)
const problem = ref('')
const busy = ref('')

async function read() {
  try {
    kept.value = await api.keeping()
    problem.value = ''
  } catch (e) {
    if (kept.value) store.tell(e)
    else problem.value = e instanceof Refusal ? e.message : String(e)
  }
}
void read()
whileTold((e) => {
  if (e.what === 'everything' || (e.what === 'hello' && problem.value)) void read()
})

/** Does one thing at a time, and says what came of it. */
async function act(what: string, make: () => Promise<string>) {
  if (busy.value) return
  busy.value = what
  try {
    store.said = await make()
  } catch (e) {
    store.tell(e)
  } finally {
    busy.value = ''
  }
}
const backUp = () =>
  act('backup', async () => {
    kept.value = await api.backUp()
    return 'Backed up.'
  })

const restoring = shallowRef<BackedUp | null>(null)
const restore = (b: BackedUp) =>
  act('restore', async () => {
    kept.value = await api.restoreBackup(b.name)
    restoring.value = null
    return 'Restored. What was there before is a backup now.'
  })

const found = shallowRef<readonly string[] | null>(null)
const verify = () =>
  act('verify', async () => {
    found.value = (await api.verify()).wrong
    return found.value.length ? 'Something is wrong with the file.' : 'All is well.'
  })

const file = shallowRef<File | null>(null)
const replaces = ref(false)
function choose(e: Event) {
  file.value = (e.target as HTMLInputElement).files?.[0] ?? null
  replaces.value = false
}
const bring = () =>
  act('import', async () => {
    if (!file.value) return 'Choose a file first.'
    try {
      const said = await api.importEverything(file.value, replaces.value)
      file.value = null
      await read()
      return said.words
    } catch (e) {
      if (e instanceof Refusal && e.problem.code === 'filled') replaces.value = true
      throw e
    }
  })

const slug = ref<string | null>(null)
const days = ref('90')
const ages = [
  { value: '30', title: 'a month' },
  { value: '90', title: 'three months' },
  { value: '365', title: 'a year' },
]
const thin = () =>
  act('thin', async () => {
    const got = await api.thin(slug.value ?? '', Number(days.value))
    await read()
    return got.gone ? `${got.gone} steps went; the file has ${got.size} now.` : 'There was nothing to let go.'
  })
async function leave() {
  await act('leave', async () => (await api.leave()).words)
  location.reload()
}
const when = (t: string) => say(t, 'stamp')
</script>

<template>
  <main v-if="problem" class="empty">
    <SparrowMark :size="72" />
    <h1>{{ problem }}</h1>
  </main>
  <p v-else-if="!kept" class="loading soft">Looking</p>
  <main v-else class="keeping">
    <h1>Safekeeping</h1>
    <p v-if="kept.frozen" class="frozen" role="alert"><StateMark state="bite" /> {{ kept.frozen }}</p>
    <div class="column">
      <section aria-label="The file">
        <h2>The file</h2>
        <dl>
          <dt>Lies at</dt>
          <dd class="figure">{{ kept.path }}</dd>
          <dt>Size</dt>
          <dd class="figure">{{ kept.size }}</dd>
          <dt>Photographs</dt>
          <dd>{{ kept.photos }}</dd>
          <dt>Newest backup</dt>
          <dd>{{ kept.newest }}</dd>
          <dt>Who can reach it</dt>
          <dd>{{ kept.reach }}</dd>
        </dl>
        <div class="buttons">
          <v-btn color="primary" variant="flat" :loading="busy === 'backup'" @click="backUp">Back up now</v-btn>
          <v-btn variant="outlined" :loading="busy === 'verify'" @click="verify">Look the whole file over</v-btn>
        </div>
        <ul v-if="found?.length" class="wrong" aria-label="What is wrong">
          <li v-for="w in found" :key="w"><StateMark state="bite" quiet /> {{ w }}</li>
        </ul>
      </section>
      <section aria-label="To another machine">
        <h2>To another machine</h2>
        <p class="soft">
          One open file with all builds, their histories, journals and photographs, and the shelf: lines of JSON in a
          zip. The passphrase stays here.
        </p>
        <div class="buttons">
          <v-btn variant="outlined" href="/api/keeping/everything">Export everything</v-btn>
        </div>
        <label class="file"
          ><span>A file that was exported so</span><input type="file" accept=".zip,application/zip" @change="choose"
        /></label>
        <p v-if="replaces" class="sure">
          <StateMark state="wait" quiet /> There are builds or products here. They are backed up, then the file's take
          their place.
        </p>
        <div class="buttons">
          <v-btn variant="outlined" :disabled="!file || !!kept.frozen" :loading="busy === 'import'" @click="bring">{{
            replaces ? 'Replace everything' : 'Import everything'
          }}</v-btn>
        </div>
      </section>
      <section aria-label="Thin out old changes">
        <h2>Thin out old changes</h2>
        <p class="soft">
          Every change of a build is kept. Where that is more than you want, let the older ones go: the last of each day
          stays, and where branches part.
        </p>
        <div class="pair">
          <v-select
            v-model="slug"
            label="Of the build"
            :items="kept.builds.map((b) => ({ value: b.slug, title: b.name }))"
            hide-details
          />
          <v-select v-model="days" label="Older than" :items="ages" hide-details />
        </div>
        <div class="buttons">
          <v-btn variant="outlined" :disabled="!slug || !!kept.frozen" :loading="busy === 'thin'" @click="thin"
            >Let them go</v-btn
          >
        </div>
      </section>
    </div>
    <div class="column">
      <section aria-label="Backups">
        <h2>Backups</h2>
        <p class="soft">
          One is made each day that something changes, and before anything takes everything's place; of these seven are
          kept, and the newest thirty that you make. They lie in <span class="figure">{{ kept.folder }}</span>. A backup
          on the same disk does not outlive the disk: save one elsewhere now and then.
        </p>
        <p v-if="!kept.backups.length" class="soft">None yet; the first is made in a quiet moment.</p>
        <ul v-else class="backups">
          <li v-for="b in kept.backups" :key="b.name">
            <span class="figure">{{ when(b.at) }}</span>
            <span>{{ b.age }}</span>
            <span class="soft">{{ b.why }}</span>
            <span class="figure">{{ b.size }}</span>
            <span class="row">
              <v-btn size="small" :href="`/api/keeping/backups/${encodeURIComponent(b.name)}`">Save</v-btn>
              <v-btn size="small" :disabled="!!kept.frozen" @click="restoring = b">Restore</v-btn>
            </span>
          </li>
        </ul>
        <div v-if="restoring" class="sure" role="alertdialog" aria-label="Restore this backup">
          <p>
            All builds and the shelf become what they were on <b>{{ when(restoring.at) }}</b>. What is there now is
            backed up first.
          </p>
          <div class="buttons">
            <v-btn color="primary" variant="flat" :loading="busy === 'restore'" @click="restore(restoring)"
              >Restore it</v-btn
            >
            <v-btn variant="outlined" @click="restoring = null">Leave all as it is</v-btn>
          </div>
        </div>
      </section>
      <TabletTrust v-if="kept.print" :print="kept.print" />
      <section aria-label="Passphrase">
        <h2>Passphrase</h2>
        <template v-if="kept.has_passphrase">
          <ChangePassphrase />
          <div v-if="kept.guarded" class="buttons">
            <v-btn variant="outlined" @click="leave">Lock this browser</v-btn>
          </div>
        </template>
        <p v-else class="soft">
          None is set, and none is needed while only this machine can reach it. To reach it from a tablet, stop it and
          run
          <code>inkysparrow passphrase</code>, then <code>inkysparrow serve --listen 0.0.0.0:8787 --tls-self</code>.
        </p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.keeping {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
  align-items: start;
  max-width: 1180px;
  width: 100%;
  margin: 0 auto;
  padding: 20px;
}
h1,
.frozen {
  grid-column: 1 / -1;
}
section {
  display: grid;
  gap: 12px;
  padding: 14px 16px 16px;
  background: var(--sheet);
  border: 1px solid var(--line);
}
.column {
  display: grid;
  gap: 14px;
}
.frozen {
  padding: 12px 16px;
  background: var(--raised);
  box-shadow: inset 6px 0 0 var(--bite);
}
dl {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 6px 16px;
  margin: 0;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.figure {
  overflow-wrap: anywhere;
}
.backups,
.wrong {
  list-style: none;
  margin: 0;
  padding: 0;
}
.backups li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 12px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
.backups .soft {
  grid-column: 1;
}
.row {
  grid-column: 1 / -1;
  display: flex;
  gap: 6px;
}
.sure {
  padding: 10px 12px;
  background: var(--raised);
  box-shadow: inset 4px 0 0 var(--wait);
  display: grid;
  gap: 10px;
}
.file {
  display: grid;
  gap: 4px;
}
.file input {
  min-height: 44px;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.pair {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
}
@media (max-width: 900px) {
  .keeping {
    grid-template-columns: minmax(0, 1fr);
    padding: 14px;
  }
}
</style>
