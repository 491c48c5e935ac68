import { createRouter, createWebHistory } from 'vue-router'
import SittingsView from './views/SittingsView.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'sittings', component: SittingsView },
    { path: '/setups/:id', name: 'board', component: () => import('./views/BoardView.vue'), props: true },
    { path: '/setups/:id/ways/:study?', name: 'ways', component: () => import('./views/WaysView.vue'), props: true },
    { path: '/setups/:id/plan/:part?', name: 'plan', component: () => import('./views/PlanView.vue'), props: true },
    { path: '/kit', name: 'kit', component: () => import('./views/KitView.vue') },
    { path: '/:rest(.*)', redirect: '/' },
  ],
})
