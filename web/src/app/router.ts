import { createRouter, createWebHistory } from 'vue-router'
import { isPhone } from '@/ui/phone'

/** The board, and beside it, not after it, the form that this screen wants of it. */
function boardView() {
  const form = isPhone() ? import('@/board/phone/PhoneBoard.vue') : import('@/board/DeskBoard.vue')
  void form.catch(() => undefined)
  return import('@/board/BoardView.vue')
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'sittings', component: () => import('@/sittings/SittingsView.vue') },
    {
      path: '/new',
      name: 'begin',
      component: () => import('@/sittings/begin/BeginView.vue'),
      props: ({ query }) => ({ from: query.from }),
    },
    { path: '/setups/:id', name: 'board', component: boardView, props: true },
    {
      path: '/setups/:id/ways/:study(shutter|freeze|colour|no-flash)?',
      name: 'ways',
      component: () => import('@/studies/WaysView.vue'),
      props: true,
    },
    {
      path: '/setups/:id/plan/:part(ground|studio|begin)?',
      name: 'plan',
      component: () => import('@/plan/PlanView.vue'),
      props: true,
    },
    {
      path: '/setups/:id/check',
      name: 'check',
      component: () => import('@/check/CheckView.vue'),
      props: true,
    },
    {
      path: '/setups/:id/check/cautions',
      name: 'cautions',
      component: () => import('@/check/CheckView.vue'),
      props: ({ params }) => ({ id: params.id, part: 'cautions' }),
    },
    { path: '/kit', name: 'kit', component: () => import('@/kit/KitView.vue') },
    { path: '/:rest(.*)', name: 'nowhere', component: () => import('./NotFound.vue') },
  ],
})
