import './fonts/fonts.css'
import 'vuetify/styles/core'
import './styles.css'

import { createPinia } from 'pinia'
import { createApp } from 'vue'

import App from './App.vue'
import { useBuild } from './build/useBuild'
import { router } from './router'
import { beLive } from './shared/useLive'
import { vuetify } from './vuetify'

beLive()
// A part of the page that can't be fetched, since the server is away or has a newer page.
window.addEventListener('vite:preloadError', (e) => {
  e.preventDefault()
  useBuild().said = 'This part of the page could not be fetched. Nothing is lost; try again in a moment.'
})

createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app')
