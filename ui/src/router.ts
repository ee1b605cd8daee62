import { createRouter, createWebHistory } from 'vue-router'

import BuildPlace from './build/BuildPlace.vue'

const BuildsPlace = () => import('./builds/BuildsPlace.vue')

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'first', component: BuildsPlace, props: { open: true } },
    { path: '/builds', name: 'builds', component: BuildsPlace, props: { open: false } },
    { path: '/bench', name: 'bench', component: () => import('./bench/BenchPlace.vue') },
    { path: '/learned', name: 'learned', component: () => import('./learned/LearnedPlace.vue') },
    { path: '/new', name: 'new', component: () => import('./builds/NewBuild.vue') },
    {
      path: '/shelf',
      name: 'shelf',
      component: () => import('./shelf/ShelfPlace.vue'),
      props: (to) => ({ product: String(to.query.product ?? '') }),
    },
    { path: '/workings', name: 'workings', component: () => import('./workings/WorkingsPlace.vue') },
    { path: '/keeping', name: 'keeping', component: () => import('./keeping/KeepingPlace.vue') },
    { path: '/builds/:slug/print', name: 'print', component: () => import('./print/PrintPlace.vue'), props: true },
    {
      path: '/builds/:slug/washes',
      name: 'washes',
      component: () => import('./washes/WashesPlace.vue'),
      props: true,
    },
    {
      path: '/builds/:slug/last-coat',
      name: 'last-coat',
      component: () => import('./finish/LastCoatPlace.vue'),
      props: true,
    },
    {
      path: '/builds/:slug/rescue',
      name: 'rescue',
      component: () => import('./rescue/RescuePlace.vue'),
      props: true,
    },
    {
      path: '/builds/:slug/journal',
      name: 'journal',
      component: () => import('./journal/JournalPlace.vue'),
      props: true,
    },
    { path: '/table', name: 'table', component: () => import('./journal/TablePlace.vue') },
    { path: '/builds/:slug/look', name: 'look', component: () => import('./look/LookPlace.vue'), props: true },
    { path: '/builds/:slug', name: 'build', component: BuildPlace, props: true },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./shared/NotFound.vue') },
  ],
})
