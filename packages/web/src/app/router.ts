// Addresses of the app.
import { createRouter, createWebHistory } from 'vue-router';
import HomeView from './HomeView.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'home', component: HomeView, meta: { title: 'Your plans' } },
    { path: '/start', name: 'start', component: () => import('./StartView.vue'), meta: { title: 'Quick start' } },
    // before the steps: it is none of them
    { path: '/plan/:id/book', name: 'book', component: () => import('./BookView.vue'), props: true },
    {
      path: '/plan/:id/:step?',
      name: 'plan',
      component: () => import('./PlanView.vue'),
      props: true,
      // which steps there are their registry says
      beforeEnter: async (to) => {
        const { step } = to.params;
        if (!step) return true;
        const { stepOf } = await import('../steps/registry.ts');
        return stepOf(String(step)) ? true : { name: 'lost', params: { rest: to.path.slice(1).split('/') } };
      },
    },
    {
      path: '/limits',
      name: 'limits',
      component: () => import('./LimitsView.vue'),
      meta: { title: 'What the program does not know' },
    },
    {
      path: '/:rest(.*)*',
      name: 'lost',
      component: () => import('./LostView.vue'),
      meta: { title: 'Nothing here' },
    },
  ],
});

router.afterEach((to) => {
  document.title = to.meta.title ? `${String(to.meta.title)} · Vernal Slope` : 'Vernal Slope';
});
