import { createRouter, createWebHistory } from 'vue-router'

import BuildPlace from './build/BuildPlace.vue'
import BuildsPlace from './builds/BuildsPlace.vue'
import NotFound from './shared/NotFound.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'first', component: BuildsPlace, props: { open: true } },
    { path: '/builds', name: 'builds', component: BuildsPlace, props: { open: false } },
    { path: '/builds/:slug', name: 'build', component: BuildPlace, props: true },
    { path: '/:rest(.*)*', name: 'nowhere', component: NotFound },
  ],
})
