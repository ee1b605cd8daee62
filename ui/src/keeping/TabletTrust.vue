<script setup lang="ts">
import { onMounted, ref } from 'vue'

import StateMark from '../shared/StateMark.vue'

/** Whether this screen trusts the certificate that the server made for itself, and how it is brought to. */
defineProps<{ print: string }>()
const trusts = ref<boolean | null>(null) // null while that is not known

// A worker is taken only from a server that is trusted, whatever was said to the warning; it is let go at once.
onMounted(async () => {
  if (!('serviceWorker' in navigator)) return
  try {
    const worker = await navigator.serviceWorker.register('/trust.js', { scope: '/trust/' })
    trusts.value = true
    await worker.unregister()
  } catch {
    trusts.value = false
  }
})
</script>

<template>
  <section aria-label="On a tablet">
    <h2>On a tablet</h2>
    <p v-if="trusts"><StateMark state="safe" /> This screen trusts the server.</p>
    <template v-else>
      <p v-if="trusts === false">
        <StateMark state="wait" /> This screen does not trust the server’s certificate: it warned you, and may warn you
        again. The server made it for itself, so nobody vouches for it but you.
      </p>
      <p v-else>The server made its certificate for itself, so a browser warns of it once.</p>
      <p>
        When it warns, compare the fingerprint that it shows (SHA-256) with this one, read on the bench’s own machine:
      </p>
      <p class="figure print">{{ print }}</p>
      <p>To be trusted for good:</p>
      <ol>
        <li><a href="/api/keeping/certificate" download>Save the certificate</a> on the tablet.</li>
        <li>
          In the tablet’s settings, under security or certificates, install it as a certificate of an authority (CA).
        </li>
        <li>Some tablets then want trust in it switched on, where they list what is installed.</li>
        <li>Open this page again, and put it on the start screen by the browser’s own menu.</li>
      </ol>
      <p class="soft small">It vouches for this server’s names and addresses alone.</p>
    </template>
  </section>
</template>

<style scoped>
.print {
  overflow-wrap: anywhere;
  font-size: 14px;
}
ol {
  margin: 0;
  padding-left: 20px;
}
</style>
