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
      path: '/setups/:id/frame',
      name: 'frame',
      component: () => import('@/frame/FrameView.vue'),
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
    { path: '/practice', name: 'practice', component: () => import('@/practice/PracticeView.vue') },
    { path: '/practice/:id', name: 'tried', component: () => import('@/practice/TriedView.vue'), props: true },
    { path: '/kit', name: 'kit', component: () => import('@/kit/KitView.vue') },
    {
      path: '/devices',
      name: 'devices',
      component: () => import('@/devices/DevicesView.vue'),
      props: ({ query }) => ({ look: typeof query.look === 'string' ? query.look : undefined }),
    },
    { path: '/door', name: 'door', component: () => import('@/door/DoorView.vue') },
    {
      path: '/come-in',
      name: 'come-in',
      component: () => import('@/door/ComeInView.vue'),
      props: ({ query }) => ({ to: query.to, why: query.why }),
    },
    { path: '/out', name: 'out', component: () => import('@/door/OutView.vue') },
    // What opens something stands behind the #: it is sent to no server, and stands in no log.
    {
      path: '/in',
      name: 'code',
      component: () => import('@/door/ComeInView.vue'),
      props: ({ hash }) => ({ code: hash.slice(1) }),
    },
    {
      path: '/l',
      name: 'linked',
      component: () => import('@/door/LinkedView.vue'),
      props: ({ hash }) => ({ token: hash.slice(1) }),
    },
    { path: '/:rest(.*)', name: 'nowhere', component: () => import('./NotFound.vue') },
  ],
})
